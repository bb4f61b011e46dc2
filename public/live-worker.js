// One event stream for all tabs of this browser, which opens only six connections to one place; and what to make of it when it breaks.
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
    void look();
  };
}

/** Asks why nothing more is told: of that the browser says only that the stream broke. */
async function look() {
  if (ports.size === 0) return;
  const asking = new AbortController();
  const answer = await fetch(events, { signal: asking.signal }).catch(() => undefined);
  asking.abort();
  if (answer?.status === 401) tell({ shut: "signed-out" });
  if (answer?.status === 403 || answer?.status === 404) tell({ shut: "not-yours" });
  // The browser tries again by itself, except after an answer that was no stream of events.
  if (source && source.readyState !== EventSource.CLOSED) return;
  // The program may be starting; and somebody may sign in in another tab.
  if (answer?.ok) open();
  else setTimeout(look, 3000);
}

function tell(message) {
  for (const port of ports) port.postMessage(message);
}

function enter(port) {
  ports.add(port);
  // A tab that comes later needs a snapshot of its own.
  source?.close();
  open();
}

function leave(port) {
  ports.delete(port);
  if (ports.size > 0) return;
  source?.close();
  source = undefined;
}

function join(port) {
  port.onmessage = ({ data }) => (data === "bye" ? leave(port) : enter(port));
  enter(port);
}

// Where a browser lets no tabs share a worker, as on many phones, each has one of its own.
if ("onconnect" in self) self.onconnect = ({ ports: [port] }) => join(port);
else join(self);
