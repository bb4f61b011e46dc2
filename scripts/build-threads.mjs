/** Bundles the program's threads into .threads/: one file each, packages left where they are. Takes a moment; done before building and testing. */
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";
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

/** Bundles programs, by their names, into .threads/. One that runs meanwhile finds each file whole: one that is as it was stays, another takes its place at once. */
export async function bundle(entryPoints, alias = {}) {
  const { outputFiles } = await build({
    write: false,
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
  for (const { path, contents } of outputFiles) {
    if (existsSync(path) && readFileSync(path).equals(contents)) continue;
    mkdirSync(dirname(path), { recursive: true });
    const part = `${path}.${process.pid}`;
    writeFileSync(part, contents);
    renameSync(part, path);
  }
}

if (process.argv[1] === import.meta.filename) await buildThreads();
