/** Runs once before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === "nodejs") await (await import("./instrumentation-node")).openAtStart();
}
