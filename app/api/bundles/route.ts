import { serve } from "@/app/_lib/serve";
import { takeSent } from "@/app/_lib/take-sent";
import { archive } from "@/core/contract";

export const POST = serve(archive.takeBundle, (call) => takeSent(call, "take"));
