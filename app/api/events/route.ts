import { currentPerson } from "@/app/_lib/person";
import type { LiveEvent } from "@/core/live";
import { application } from "@/server/application";

const HEARTBEAT_MS = 15_000;

/** Events as they happen, beginning with how everything stands. */
export async function GET(request: Request): Promise<Response> {
  if (!(await currentPerson())) return new Response("Sign in first.", { status: 401 });
  const app = await application();
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
      const leave = app.events.subscribe(send);
      const beat = setInterval(() => controller.enqueue(encoder.encode(": still here\n\n")), HEARTBEAT_MS);
      end = () => {
        clearInterval(beat);
        leave();
      };
      request.signal.addEventListener("abort", end);
      send({
        type: "snapshot",
        connections: app.bench.list().map((each) => each.view()),
        jobs: await app.restores.openViews(),
        searches: app.searches.views(),
      });
    },
    cancel() {
      end();
    },
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-cache, no-transform" },
  });
}
