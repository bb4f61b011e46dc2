/** The thread that lays one paper out and ends: other requests go on meanwhile. */
import { parentPort, workerData } from "node:worker_threads";
import pdfmake from "pdfmake";
import files from "pdfmake/js/virtual-fs.js";
import type { Paper } from "@/core/paper";
import { documentOf, type PaperHeading } from "./document";
import { faceFiles, FACES } from "./faces";

const { paper, heading, printed } = workerData as {
  paper: Paper;
  heading: PaperHeading;
  printed: string;
};
// It fetches nothing and reads no file, whatever stands in a text.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy(() => false);
for (const [name, bytes] of faceFiles()) files.default.writeFileSync(name, bytes);
pdfmake.setFonts(FACES);
const bytes = await pdfmake.createPdf(documentOf(paper, heading, printed)).getBuffer();
parentPort!.postMessage(new Uint8Array(bytes));
