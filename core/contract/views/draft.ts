import { object, text, whole } from "@/core/shape";
import { name } from "../endpoint";

/** What ways in to a draft share. */
export const draft = object({ plant: name, draft: whole({ min: 1, max: 2 ** 31 - 1 }) });
export const code = text({ min: 1, max: 80 });
export const reason = text({ max: 500 });
export const title = text({ min: 2, max: 80, pattern: /\S.*\S/, called: "a title" });
/** Told with a list that somebody has looked at, and given back with what they agree to. */
export const seal = text({ min: 1, max: 100 });
