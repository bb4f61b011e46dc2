// One event stream for all tabs of this browser: a browser opens only six connections to one place.
const ports = new Set();
const events = new URL(location.href).searchParams.get("events");
let source;

function open() {
  source = new EventSource(events);
  source.onmessage = (event) => {
    tell({ data: event.data });
  };
  source.onerror = () => {
    tell({ lost: true });
    // The browser tries again by itself, except when the answer was no event stream (signed out).
    if (source.readyState === EventSource.CLOSED) {
      source = undefined;
      setTimeout(again, 3000);
    }
  };
}

async function again() {
  if (ports.size === 0 || source) return;
  const answer = await fetch("/api/auth/get-session").catch(() => undefined);
  const session = answer?.ok ? await answer.json().catch(() => undefined) : undefined;
  if (session === null) tell({ signedOut: true });
  // The program may be starting; and somebody may sign in in another tab.
  if (session) open();
  else setTimeout(again, 3000);
}

function tell(message) {
  for (const port of ports) port.postMessage(message);
}

onconnect = ({ ports: [port] }) => {
  ports.add(port);
  port.onmessage = ({ data }) => {
    if (data === "bye") {
      ports.delete(port);
      if (ports.size === 0) {
        source?.close();
        source = undefined;
      }
    }
  };
  // A tab that comes later needs a snapshot of its own.
  if (source) source.close();
  open();
};
