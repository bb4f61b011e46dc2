import { serveFile } from "@/app/_lib/serve";
import { door, ENDPOINTS, openApi } from "@/core/contract";
import { good } from "@/core/drive";

export const GET = serveFile(door.document, () =>
  Promise.resolve(
    good({
      name: "calm-ledger-openapi.json",
      type: "application/json",
      content: JSON.stringify(openApi(ENDPOINTS), null, 2),
    }),
  ),
);
