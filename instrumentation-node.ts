import { application } from "@/server/application";
import { log } from "@/server/log";
import { firstRunCode, isFirstRun } from "@/server/people";
import { settings } from "@/server/settings";

/** Opens the application at once, so that a failure is said now and not as an error on every page; closes it when asked to end. */
export async function openAtStart(): Promise<void> {
  try {
    const app = await application();
    if (await isFirstRun(app.db))
      log.warn(
        `This ledger is empty. Open ${settings().baseUrl} and begin it with the code ${firstRunCode(app.secret)}.`,
      );
    const end = (): void => {
      void app.close().finally(() => process.exit(0));
    };
    process.on("SIGTERM", end);
    process.on("SIGINT", end);
  } catch (error) {
    log.fatal((error as Error).message);
    process.exit(1);
  }
}
