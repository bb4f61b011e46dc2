import { serveOwn } from "@/app/_lib/serve";
import { ledger, type LiveEvent } from "@/core/contract";
import { roleIn } from "@/server/people";

const HEARTBEAT_MS = 15_000;
/** So soon a browser asks again when the stream ends: it also ends for who is made more or less than they were. */
const AGAIN_MS = 1000;

export const GET = serveOwn(ledger.events, async ({ app, plant, person, request }) => {
  const encoder = new TextEncoder();
  let end = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (event: LiveEvent): void => {
        try {
          controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`));
        } catch {
          end();
        }
      };
      // What happens while the snapshot is made is told after it: told before, the snapshot would take it back.
      let meanwhile: LiveEvent[] | undefined = [];
      const leave = app.events.subscribe((event, plantId) => {
        if (plantId !== plant.id) return;
        if (meanwhile) meanwhile.push(event);
        else send(event);
      });
      const beat = setInterval(() => {
        controller.enqueue(encoder.encode(": still here\n\n"));
        void app.sessions.holds(person.sessionId, app.now()).then((holds) => {
          if (!holds) end();
        }, end);
      }, HEARTBEAT_MS);
      end = () => {
        end = () => undefined;
        clearInterval(beat);
        leave();
        forget();
        try {
          controller.close();
        } catch {
          // The browser has closed it already.
        }
      };
      const forget = app.sessions.whenEnded(person.sessionId, () => end());
      request.signal.addEventListener("abort", () => end());
      controller.enqueue(encoder.encode(`retry: ${AGAIN_MS}\n\n`));
      send({
        type: "snapshot",
        role: roleIn(person, plant.id),
        connections: app.bench.listOf(plant.id).map((each) => each.view()),
        jobs: await app.restores.shown.openViews(plant.id),
        searches: app.searches.views(plant.id),
      });
      for (const event of meanwhile) send(event);
      meanwhile = undefined;
    },
    cancel() {
      end();
    },
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-cache, no-transform" },
  });
});
