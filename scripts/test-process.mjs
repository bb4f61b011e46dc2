/**
 * Before the first test in each of the processes that run the unit tests. They run in plain Node, one file after the other in the same process: what a file of tests loads,
 * the next one finds loaded and optimised. So tests share what modules hold, as the program's requests do, and each leaves it as it was.
 */
import { register } from "node:module";
import { register as readTypeScript } from "tsx/esm/api";

readTypeScript();
register("./test-resolve.mjs", import.meta.url);

// Whoever started this process is done with it; databases and threads that are still open do not hold it.
process.on("disconnect", () => process.exit());
