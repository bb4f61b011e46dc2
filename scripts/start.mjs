/** `npm start`: the built application, on this computer only unless HOST says otherwise. */
import { start } from "./prepare.mjs";

const child = start(
  "node",
  [
    "node_modules/next/dist/bin/next",
    "start",
    "--hostname",
    process.env.HOST ?? "127.0.0.1",
    "--port",
    process.env.PORT ?? "4310",
    // Longer than a person's pause between two clicks: a question sent just as the program closes its connection is lost.
    "--keepAliveTimeout",
    "65000",
  ],
  { env: { ...process.env, NODE_ENV: "production" } },
);
for (const signal of ["SIGTERM", "SIGINT"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 0));
