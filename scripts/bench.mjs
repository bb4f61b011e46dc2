/** `npm run bench`: builds, makes data to measure on, starts the application, measures. */
import { join } from "node:path";
import {
  answers,
  buildWhenNeeded,
  installTools,
  installPackages,
  mustRun,
  root,
  run,
  start,
  tsx,
} from "./prepare.mjs";

const folder = join(root, "data", "bench");
const port = "4392";
installPackages();
installTools();
buildWhenNeeded();
mustRun("node", [...tsx, "bench/plant.ts", folder]);
const environment = {
  ...process.env,
  DATA_DIR: folder,
  PORT: port,
  NODE_ENV: "production",
  LOG_LEVEL: "warn",
  EXTRA_DEFINITIONS: join(folder, "bench-5000.json"),
};
// The application in one process with who measures, so that its links can be asked directly; afterwards as it always runs.
mustRun("node", [...tsx, "bench/under-load.ts", folder, port], { env: environment });
const app = start(
  "node",
  ["node_modules/next/dist/bin/next", "start", "--hostname", "127.0.0.1", "--port", port],
  {
    env: environment,
    stdio: ["ignore", "ignore", "inherit"],
  },
);
const ready = await answers(`http://127.0.0.1:${port}/sign-in`);
const status = ready
  ? run("node", [
      ...tsx,
      "bench/main.ts",
      `http://127.0.0.1:${port}`,
      join(folder, "under-load.json"),
      String(app.pid),
    ])
  : 1;
app.kill("SIGTERM");
process.exit(status);
