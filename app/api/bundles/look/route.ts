import { serve } from "@/app/_lib/serve";
import { takeSent } from "@/app/_lib/take-sent";
import { archive } from "@/core/contract";

export const POST = serve(archive.lookAtBundle, (call) => takeSent(call, "look"));
