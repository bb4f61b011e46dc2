import { object, text, whole } from "@/core/shape";
import { endpoint, name } from "../endpoint";

export const handOver = endpoint({
  method: "POST",
  path: "/api/plants/:plant/shifts",
  does: "Hands a shift over: writes down what is open now, and what is said of it.",
  right: "annotate",
  params: object({ plant: name }),
  body: object({ text: text({ max: 2000 }) }),
});

export const acceptShift = endpoint({
  method: "POST",
  path: "/api/plants/:plant/shifts/:shift/accept",
  does: "Takes a shift over that somebody else handed over.",
  right: "annotate",
  params: object({ plant: name, shift: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  troubles: ["not-now"],
});
