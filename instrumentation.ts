/** Runs once before the first request: opens the application, so that a failure is said at once and not as an error on every page. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { application } = await import("@/server/application");
  const { log } = await import("@/server/log");
  try {
    const app = await application();
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
