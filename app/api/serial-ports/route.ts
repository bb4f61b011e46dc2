import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";

export const GET = serve(bench.listPorts, ({ app }) => app.ports.look());
