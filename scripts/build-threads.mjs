/** Bundles the program's threads into .threads/: one file each, packages left where they are. Takes a moment; done before building and testing. */
import { build } from "esbuild";
import { root } from "./root.mjs";

export default async function buildThreads() {
  await build({
    absWorkingDir: root,
    entryPoints: {
      database: "server/database/thread/thread.ts",
      link: "server/link/host/thread.ts",
      upload: "server/import/upload-thread.ts",
      paper: "server/paper/paper-thread.ts",
      serial: "server/link/serial-process.ts",
      "stand-ins": "simulator/thread.ts",
    },
    outdir: ".threads",
    outExtension: { ".js": ".mjs" },
    bundle: true,
    packages: "external",
    alias: { "@": root.replace(/\/$/, "") },
    platform: "node",
    format: "esm",
    target: "node20",
    sourcemap: true,
    logLevel: "warning",
  });
}

if (process.argv[1] === import.meta.filename) await buildThreads();
