import { list, object, optional, text, whole, yesNo } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { rawValue } from "../views/drive";
import { standInView } from "../views/stand-in";

export const showCabinet = endpoint({
  method: "GET",
  path: "/api/plants/:plant/cabinet",
  does: "The stand-ins' cabinets; in the demo and in the practice plant only.",
  right: "cabinet",
  params: object({ plant: name }),
  answer: list(standInView),
  troubles: ["lost"],
});

export const actAtCabinet = endpoint({
  method: "POST",
  path: "/api/plants/:plant/cabinet",
  does: "Does what hands do at a stand-in's cabinet: power, key, cable, motor, another drive.",
  right: "cabinet",
  params: object({ plant: name }),
  body: object({
    line: name,
    tag: name,
    act: name,
    trip: optional(whole()),
    axis: optional(whole()),
    disturbance: optional(text({ max: 80 })),
    make: optional(object({ rating: name, firmware: name, serial: name })),
    /** With the act "update": what its vendor's own means put on. */
    firmware: optional(name),
    definitionId: optional(name),
    predecessor: optional(yesNo),
    what: optional(text({ max: 200 })),
    code: optional(name),
    raw: optional(rawValue),
  }),
  answer: list(standInView),
  troubles: ["lost"],
});
