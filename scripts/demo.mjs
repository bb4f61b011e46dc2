/** `npm run demo`: installs, builds, makes the demo plant, starts the stand-in drives and the application. `--fresh` makes the plant anew. */
import { existsSync } from "node:fs";
import { join } from "node:path";
import {
  answers,
  buildWhenNeeded,
  installPackages,
  installSocat,
  mustRun,
  root,
  start,
  tsx,
} from "./prepare.mjs";

const port = process.env.PORT ?? "4310";
const controlPort = process.env.CABINET_PORT ?? "15000";
const folder = process.env.DATA_DIR ?? join(root, "data", "demo");

installPackages();
installSocat();
buildWhenNeeded();
if (process.argv.includes("--fresh") || !existsSync(join(folder, "stand-ins.json"))) {
  console.log("Making the demo plant ...");
  mustRun("node", [...tsx, "demo/make.ts", folder]);
}
const environment = {
  ...process.env,
  DATA_DIR: folder,
  PORT: port,
  CABINET_URL: `http://127.0.0.1:${controlPort}`,
  NODE_ENV: "production",
};
const children = [
  start("node", [...tsx, "simulator/main.ts", join(folder, "stand-ins.json"), controlPort], {
    env: environment,
  }),
  start(
    "node",
    [
      "node_modules/next/dist/bin/next",
      "start",
      "--hostname",
      process.env.HOST ?? "127.0.0.1",
      "--port",
      port,
      // Longer than a person's pause between two clicks: a question sent just as the program closes its connection is lost.
      "--keepAliveTimeout",
      "65000",
    ],
    { env: environment, stdio: ["ignore", "pipe", "inherit"] },
  ),
];
let ending = false;
const end = (status) => {
  if (ending) return;
  ending = true;
  for (const child of children) child.kill("SIGTERM");
  setTimeout(() => process.exit(status), 300);
};
for (const child of children)
  child.on("exit", (status) => {
    if (!ending) {
      console.error("A part of the demo ended; see above.");
      end(status ?? 1);
    }
  });
process.on("SIGINT", () => end(0));
process.on("SIGTERM", () => end(0));
if (await answers(`http://127.0.0.1:${port}/sign-in`, 180)) {
  console.log(
    `\n  Calm Ledger, with the demo plant Tarn Hollow Tileworks:  http://127.0.0.1:${port}\n  Sign in as ines@tarnhollow.example with quiet-kiln-26 (the sign-in page says so too).  End with Ctrl+C.\n`,
  );
} else end(1);
