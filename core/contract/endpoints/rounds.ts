import { list, object, oneOf, text, whole } from "@/core/shape";
import { endpoint, name } from "../endpoint";

const plant = object({ plant: name });
const round = object({ plant: name, round: whole({ min: 1, max: 2 ** 31 - 1 }) });

export const beginRound = endpoint({
  method: "POST",
  path: "/api/plants/:plant/rounds",
  does: "Begins a round: a list of positions to record.",
  right: "record",
  params: plant,
  body: object({
    name: text({ min: 2, max: 80, pattern: /\S.*\S/, called: "a name" }),
    tags: list(name, { min: 1, max: 5000 }),
  }),
  answer: object({ id: whole() }),
});

export const runRound = endpoint({
  method: "POST",
  path: "/api/plants/:plant/rounds/:round/run",
  does: "Records what can be reached of a round: one drive after another on each link, links side by side. Kept is only what is where the ledger has it.",
  right: "record",
  acknowledged: true,
  params: round,
  troubles: ["busy", "not-now"],
});

export const stopRound = endpoint({
  method: "POST",
  path: "/api/plants/:plant/rounds/:round/stop",
  does: "Stops a round that runs; what is recorded stays, the rest is left.",
  right: "record",
  params: round,
});

export const walkRound = endpoint({
  method: "POST",
  path: "/api/plants/:plant/rounds/:round/walk",
  does: "Walks a round with the cable of a kept link: whoever it is plugged into is connected and read, and nothing is kept until somebody says so.",
  right: "record",
  acknowledged: true,
  params: round,
  body: object({ link: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  troubles: ["busy"],
});

export const stopWalk = endpoint({
  method: "POST",
  path: "/api/plants/:plant/rounds/:round/stop-walk",
  does: "Ends the walk of a round; the drive that the cable is at stays connected.",
  right: "record",
  params: round,
});

export const closeRound = endpoint({
  method: "POST",
  path: "/api/plants/:plant/rounds/:round/close",
  does: "Ends a round; what is left of it stays unrecorded.",
  right: "record",
  params: round,
  troubles: ["busy"],
});

export const roundFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/rounds/:round/:format",
  does: "What a round found, as a file.",
  right: "see",
  params: object({ plant: name, round: whole({ min: 1, max: 2 ** 31 - 1 }), format: oneOf(["csv", "xlsx"]) }),
  sends: "file",
});
