import { good, type DriveIdentity, type DriveSession, type Identified, type Result } from "@/core/drive";

/** A drive taken for one of a family it does not fit: what it says of itself as far as that goes, always "nearest". */
export async function takeFor(session: DriveSession): Promise<Result<Identified>> {
  const { definition } = session;
  const said = await session.identify();
  if (!said.ok && said.trouble.kind !== "other-drive" && said.trouble.kind !== "refused") return said;
  const identity: DriveIdentity = said.ok
    ? said.value
    : {
        vendor: "Unknown",
        family: "drive",
        definitionId: definition.id,
        rating: undefined,
        ratingName: `drive, read as ${definition.title}`,
        supply: "unknown",
        firmware: definition.fitting.firmware,
        serial: "",
      };
  return good({ identity, definition, fit: "nearest" });
}
