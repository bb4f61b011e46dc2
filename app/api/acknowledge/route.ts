import { route } from "@/app/_lib/route";
import { good } from "@/core/drive";
import { acknowledgeLiveWork } from "@/server/people";

/** A named person acknowledges the warning before live work, once in each sign-in. */
export const POST = route(undefined, async ({ app, person }) => {
  await acknowledgeLiveWork(app.db, person);
  return good(undefined);
});
