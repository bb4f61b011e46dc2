import { route } from "@/app/_lib/route";
import { good } from "@/core/drive";

/** The serial ports of the computer that the program runs on; one that just appeared is marked. */
export const GET = route(undefined, async ({ app }) => good(await app.ports.look()));
