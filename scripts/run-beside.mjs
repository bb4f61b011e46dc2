import { spawn } from "node:child_process";

/** Runs a program of Node beside what matters more: it gets what that leaves of the processors. What it says comes in one piece, with how long it took. */
export function runBeside(name, args) {
  const started = Date.now();
  const child = spawn("nice", [process.execPath, ...args]);
  let said = "";
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (text) => (said += text));
  return new Promise((resolve) =>
    child.on("close", (status) => {
      const seconds = Math.round((Date.now() - started) / 1000);
      console.log(
        `\n== ${name}: ${status === 0 ? "fine" : `ended with ${status}`}, ${seconds} s\n${said.trim()}`,
      );
      resolve(status);
    }),
  );
}
