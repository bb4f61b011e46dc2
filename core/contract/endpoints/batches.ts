import { list, object, oneOf, optional, text, whole } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { batchView } from "../views/batch";
import { lookedAt } from "./restore";

const plant = object({ plant: name });
const batch = object({ plant: name, batch: whole({ min: 1, max: 2 ** 31 - 1 }) });

export const beginBatch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/batches",
  does: "Begins to restore several drives in one go, one record for all or each its own standing one: connects and reads each over its noted way, and works out its plan. Writes nothing.",
  right: "restore",
  acknowledged: true,
  params: plant,
  body: object({
    tags: list(name, { min: 1, max: 100 }),
    source: optional(object({ tag: name, record: whole({ min: 1 }) })),
    onTrouble: oneOf(["stop", "go-on"]),
  }),
  answer: object({ id: whole() }),
});

export const showBatch = endpoint({
  method: "GET",
  path: "/api/plants/:plant/batches/:batch",
  does: "Everything about several restores in one go: each with its checks, its plan and the plan's seal.",
  right: "see",
  params: batch,
  answer: batchView,
});

export const readBatch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/batches/:batch/read",
  does: "Connects and reads again what met trouble, or whose restore was ended before it was done.",
  right: "restore",
  acknowledged: true,
  params: batch,
  troubles: ["busy"],
});

export const writeBatch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/batches/:batch/write",
  does: "Writes exactly the plans that were seen, one after the other on each link, links side by side; each seal says which.",
  right: "restore",
  acknowledged: true,
  params: batch,
  body: object({
    members: list(
      object({
        restore: whole({ min: 1, max: 2 ** 31 - 1 }),
        seal: text({ min: 64, max: 64, pattern: /^[0-9a-f]+$/, called: "a seal" }),
        looked: lookedAt,
      }),
      { min: 1, max: 100 },
    ),
    deadVoltage: optional(text({ max: 300 })),
  }),
  troubles: ["busy", "not-now"],
});

export const stopBatch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/batches/:batch/stop",
  does: "Stops between two exchanges with each drive in hand; what was not begun stays as it is.",
  right: "restore",
  params: batch,
});

export const batchFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/batches/:batch/:format",
  does: "The account of several restores in one go, as a file: each drive with its result, records and receipt.",
  right: "see",
  params: object({ plant: name, batch: whole({ min: 1, max: 2 ** 31 - 1 }), format: oneOf(["csv", "xlsx"]) }),
  sends: "file",
});
