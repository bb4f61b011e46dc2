import { bad } from "@/core/drive";
import type { Plant } from "@/core/plant";
import type { Application } from "@/server/application";
import type { Connection } from "@/server/bench";

export const NOT_CONNECTED = bad<never>({
  kind: "not-connected",
  text: "This drive is not connected any more.",
  remedy: "Connect it again on the bench.",
});

/** The connection that a path names, when it is one of the plant's. */
export function connectionOf(call: {
  app: Application;
  plant: Plant;
  params: { connection: string };
}): Connection | undefined {
  return connectionIn(call.app, call.plant.id, call.params.connection);
}

/** A connection by its name, when it is one of a plant's: another plant's drives are not there. */
export function connectionIn(app: Application, plantId: number, id: string): Connection | undefined {
  const connection = app.bench.find(id);
  return connection?.address.plantId === plantId ? connection : undefined;
}
