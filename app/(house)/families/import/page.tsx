import type { LinkSettings } from "@/core/link";
import { linkSchema } from "@/app/_lib/link-schema";
import { ImportPage } from "@/features/families/import-page";

export const metadata = { title: "Import a definition" };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ link?: string; unit?: string }>;
}) {
  const { link, unit } = await searchParams;
  let waiting;
  try {
    const checked = link === undefined ? undefined : linkSchema.validate(JSON.parse(link));
    if (checked && !checked.error) waiting = { link: checked.value as LinkSettings, unit: Number(unit) || 1 };
  } catch {
    // A link that cannot be read is none; the import works without a drive.
  }
  return <ImportPage waiting={waiting} />;
}
