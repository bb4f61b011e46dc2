/** Whether it is the right drive. */
import { listName } from "@/core/definition";
import { fine, notTold, type Check, type CheckInput } from "./check";

/** What these checks look at; the state of the drive is not among it. */
type DriveInput = Pick<CheckInput, "record" | "drive" | "definition">;

export function family({ record, drive, definition }: DriveInput): Check {
  if (record.definitionId === drive.definitionId)
    return fine("family", "Family", `${definition.title}, as recorded`);
  return {
    id: "family",
    title: "Family",
    verdict: "stop",
    found: `The record was made under another parameter list (${record.recordedAs ?? record.definitionId}) than this drive has (${listName(definition)}).`,
    remedy: `${
      definition.file.imitates?.definitionId === record.definitionId
        ? "This drive can imitate the recorded family: switch it over on its page, then restore the record as it is. Or carry"
        : "Carry"
    } the record over to this drive first, or fit a drive with the recorded list. Until then nothing is written.`,
  };
}

export function rating({ record, drive, definition }: DriveInput): Check {
  if (
    !definition.file.identity.some((each) => each.field === "rating") &&
    record.definitionId === drive.definitionId
  ) {
    return notTold(
      "rating",
      "Rating",
      "This family does not tell its rating.",
      "Compare the type plates: another rating must not get these values.",
    );
  }
  if (drive.rating !== undefined && record.rating === drive.rating)
    return fine("rating", "Rating", `${drive.ratingName}, as recorded`);
  if (record.rating === undefined && record.notRead)
    return {
      id: "rating",
      title: "Rating",
      verdict: "stop",
      found: `What the record was made of does not tell the rating; this is a ${drive.ratingName}.`,
      remedy:
        "Read the rating from the old drive's plate and bring the file in once more with it. Until then nothing is written.",
    };
  return {
    id: "rating",
    title: "Rating",
    verdict: "stop",
    found: `The record is of a ${record.ratingName}, this is a ${drive.ratingName}.`,
    remedy:
      "Fit a drive of the recorded rating, or carry the record over to this one first. Until then nothing is written.",
  };
}

/** It says that it is what it imitates; what it can bear is what it really is. */
export function imitating({ drive }: DriveInput): Check[] {
  if (!drive.really) return [];
  const { family: really, ratingName, firmware } = drive.really;
  return [
    {
      id: "imitates",
      title: "Imitates its predecessor",
      verdict: "caution",
      found: `It answers as a ${drive.ratingName}. Really it is a ${really}, ${ratingName}, firmware ${firmware}.`,
      remedy: "Compare the motor's current with what the drive really bears, on its type plate.",
    },
  ];
}

export function supply({ record, drive }: DriveInput): Check {
  if (record.supply === "not told" && drive.supply === "not told") {
    return notTold(
      "supply",
      "Supply voltage",
      "This family does not tell its supply voltage.",
      "Compare the type plates.",
    );
  }
  if (record.supply === drive.supply && drive.supply !== "unknown")
    return fine("supply", "Supply voltage", drive.supply);
  return {
    id: "supply",
    title: "Supply voltage",
    verdict: "stop",
    found: `${record.supply === "" ? "The record's file does not tell for which supply" : `Recorded for ${record.supply}`}, this drive is for ${drive.supply}.`,
    remedy: "Fit a drive for the recorded supply. Until then nothing is written.",
  };
}

export function firmware({ record, drive }: DriveInput): Check {
  if (record.firmware === drive.firmware) return fine("firmware", "Firmware", drive.firmware);
  if (record.firmware === "")
    return {
      id: "firmware",
      title: "Firmware",
      verdict: "caution",
      found: `The file that the record was made of does not tell the firmware; this drive has ${drive.firmware}.`,
      remedy: "Look through the plan; parameters that this firmware does not have are refused and listed.",
    };
  return {
    id: "firmware",
    title: "Firmware",
    verdict: "caution",
    found: `Recorded with ${record.firmware}, this drive has ${drive.firmware}.`,
    remedy: "Look through the plan; parameters that this firmware does not have are refused and listed.",
  };
}

/** Axes and option modules: what is not there cannot be written. */
export function fitted({ record, drive }: DriveInput): Check {
  if (record.axes !== undefined && drive.axes !== undefined && record.axes !== drive.axes) {
    return {
      id: "fitted",
      title: "Axes and modules",
      verdict: "stop",
      found: `Recorded with ${record.axes} ${record.axes === 1 ? "axis" : "axes"}, this drive has ${drive.axes}.`,
      remedy: "Fit a drive with as many axes. Until then nothing is written.",
    };
  }
  const missing = (record.options ?? []).filter(
    (each) => !(drive.options ?? []).some((one) => one.id === each.id),
  );
  if (missing.length > 0)
    return {
      id: "fitted",
      title: "Axes and modules",
      verdict: "caution",
      found: `Recorded with ${missing.map((each) => each.name).join(", ")}, which this drive has not got.`,
      remedy: "Move the module over from the old drive, or expect its parameters to be left out.",
    };
  return fine(
    "fitted",
    "Axes and modules",
    drive.axes === undefined && (drive.options ?? []).length === 0 ? "This drive has none" : "As recorded",
  );
}

export function serial({ record, drive }: DriveInput): Check {
  if (drive.placed) {
    return {
      id: "serial",
      title: "Drive",
      verdict: "caution",
      found: `This family tells no serial number: it is known only that a drive of it answers ${drive.serial}.`,
      remedy: "Read its type plate. That it is exchanged while it is written cannot be noticed.",
    };
  }
  if (record.serial === drive.serial)
    return fine("serial", "Drive", `Serial ${drive.serial}, the drive that was recorded`);
  return {
    id: "serial",
    title: "Drive",
    verdict: "fine",
    found:
      record.serial === ""
        ? `Serial ${drive.serial}; of which drive the record is, its file does not tell.`
        : `Serial ${drive.serial}; recorded was ${record.serial}. It is a replacement.`,
    remedy: "",
  };
}
