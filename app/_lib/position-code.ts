import { headers } from "next/headers";
import QRCode from "qrcode";
import { positionPath } from "@/core/plant/position-path";
import { plantPath } from "@/features/house/plant-path";
import { settings } from "@/server/settings";

/** A QR code, as SVG, that opens a position: under the name by which the person reached this ledger, which a phone will reach too. */
export async function positionCode(slug: string, tag: string): Promise<string> {
  const host = (await headers()).get("host");
  const base = host ? `${new URL(settings().baseUrl).protocol}//${host}` : settings().baseUrl;
  return QRCode.toString(base + plantPath(slug, positionPath(tag)), {
    type: "svg",
    margin: 0,
    errorCorrectionLevel: "M",
  });
}
