import { list, object, optional, text, whole } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { rawValue } from "../views/drive";
import { standInView } from "../views/stand-in";

export const showCabinet = endpoint({
  method: "GET",
  path: "/api/cabinet",
  does: "The stand-ins' cabinets; in the demo only.",
  right: "cabinet",
  answer: list(standInView),
  troubles: ["lost"],
});

export const actAtCabinet = endpoint({
  method: "POST",
  path: "/api/cabinet",
  does: "Does what hands do at a cabinet: power, key, cable, motor, another drive; in the demo only.",
  right: "cabinet",
  body: object({
    line: name,
    tag: name,
    act: name,
    trip: optional(whole()),
    axis: optional(whole()),
    disturbance: optional(text({ max: 80 })),
    make: optional(object({ rating: name, firmware: name, serial: name })),
    definitionId: optional(name),
    code: optional(name),
    raw: optional(rawValue),
  }),
  answer: list(standInView),
  troubles: ["lost"],
});
