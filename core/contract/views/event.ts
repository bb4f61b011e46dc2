import { byField, list, object, oneOf, optional, text, type Of } from "@/core/shape";
import { ROLES } from "../rights";
import { connectionView } from "./connection";
import { jobView, stepChange } from "./restore";
import { searchView } from "./search";

/** What the pages are told as it happens. Each message stands alone; a page that missed some asks for a snapshot. */
export const liveEvent = byField("type", {
  snapshot: object({
    type: oneOf(["snapshot"]),
    /** What the person is in the plant now; whoever is made more or less than they were is told anew. */
    role: optional(oneOf(ROLES)),
    connections: list(connectionView),
    jobs: list(jobView),
    searches: list(searchView),
  }),
  search: object({ type: oneOf(["search"]), view: searchView }),
  "search-gone": object({ type: oneOf(["search-gone"]), id: text() }),
  connection: object({ type: oneOf(["connection"]), view: connectionView }),
  "connection-gone": object({ type: oneOf(["connection-gone"]), id: text() }),
  job: object({ type: oneOf(["job"]), view: jobView }),
  step: object({ type: oneOf(["step"]), change: stepChange }),
  ledger: object({ type: oneOf(["ledger"]), tag: text() }),
});
export type LiveEvent = Of<typeof liveEvent>;
