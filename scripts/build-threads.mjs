/** Bundles the program's threads into .threads/: one file each, packages left where they are. Takes a moment; done before building and testing. */
import { build } from "esbuild";
import { root } from "./root.mjs";

export default async function buildThreads() {
  await bundle({
    database: "server/database/thread/thread.ts",
    link: "server/link/host/thread.ts",
    paper: "server/paper/paper-thread.ts",
    serial: "server/link/serial-process.ts",
    "stand-ins": "simulator/thread.ts",
  });
  // One is started for each file, and it asks no schema: what asks them would take longer to load than most files to read.
  await bundle({ upload: "server/import/upload-thread.ts" }, { joi: `${root}core/shape/no-joi.ts` });
}

/** Bundles programs, by their names, into .threads/. */
export function bundle(entryPoints, alias = {}) {
  return build({
    absWorkingDir: root,
    entryPoints,
    outdir: ".threads",
    outExtension: { ".js": ".mjs" },
    bundle: true,
    packages: "external",
    alias: { "@": root.replace(/\/$/, ""), ...alias },
    platform: "node",
    format: "esm",
    target: "node20",
    sourcemap: true,
    logLevel: "warning",
  });
}

if (process.argv[1] === import.meta.filename) await buildThreads();
