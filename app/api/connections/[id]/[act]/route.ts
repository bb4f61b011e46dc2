import Joi from "joi";
import { route } from "@/app/_lib/route";
import { bad, good, type Result } from "@/core/drive";
import { findPosition } from "@/server/plant";

const schema = Joi.object<{ tag?: string }>({ tag: Joi.string().max(40) });

/** Record, read again, stop reading, say where the drive stands, let go. */
export const POST = route(schema, async ({ app, person, params, body }): Promise<Result<unknown>> => {
  const id = params.id!;
  const connection = app.bench.find(id);
  if (!connection)
    return bad({
      kind: "stopped",
      text: "This drive is not connected any more.",
      remedy: "Connect it again on the bench.",
    });
  switch (params.act) {
    case "stop":
      app.bench.stop(id);
      return good(undefined);
    case "read":
      void app.bench.read(
        person,
        connection,
        connection.reading?.phase === "stopped" ? connection.reading.jobId : undefined,
      );
      return good(undefined);
    case "let-go":
      app.bench.letGo(id);
      return good(undefined);
    case "place":
    case "record": {
      const position = body.tag === undefined ? undefined : await findPosition(app.db, body.tag);
      if (!position)
        return bad({
          kind: "stopped",
          text: `There is no position ${body.tag ?? ""}.`,
          remedy: "Choose one of the plant's positions.",
        });
      if (params.act === "record") return app.bench.record(person, id, position.id);
      await app.bench.placeAt(id, position.id);
      return good(undefined);
    }
    default:
      return bad({
        kind: "stopped",
        text: `Nothing here is called "${params.act}".`,
        remedy: "See docs/http.md.",
      });
  }
});
