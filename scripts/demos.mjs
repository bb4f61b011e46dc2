/**
 * Several demo plants at once, for the browser tests: `node scripts/demos.mjs PORT JSON`, a list of environments. They are made fresh, side by side;
 * PORT answers once all of them do.
 */
import { createServer } from "node:http";
import { answers, buildWhenNeeded, installPackages, start } from "./prepare.mjs";

/** Two plants are made side by side, on a machine that may be slow; the browser tests wait this long too. */
const LONGEST_S = 280;
const [port, list] = process.argv.slice(2);
const environments = JSON.parse(list);
installPackages();
buildWhenNeeded();
const children = environments.map((env) =>
  start("node", ["scripts/demo.mjs", "--fresh"], { env: { ...process.env, ...env } }),
);
const end = (status) => {
  for (const child of children) child.kill("SIGTERM");
  setTimeout(() => process.exit(status), 400);
};
for (const child of children) child.on("exit", (status) => end(status ?? 1));
process.on("SIGINT", () => end(0));
process.on("SIGTERM", () => end(0));
const ready = await Promise.all(
  environments.map(({ PORT }) => answers(`http://127.0.0.1:${PORT}/sign-in`, LONGEST_S)),
);
if (ready.every(Boolean)) createServer((_, answer) => answer.end("ready")).listen(Number(port), "127.0.0.1");
else end(1);
