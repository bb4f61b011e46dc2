import {
  bad,
  driveKeyOf,
  otherDriveWords,
  sameDrive,
  type DriveIdentity,
  type DriveSession,
  type DriveState,
  type Result,
} from "@/core/drive";

/**
 * After a loss: `answers` is who answers now, `known` who was connected. Gives the state of the same drive; "other-drive" when it is another one,
 * another trouble while nobody answers.
 */
export async function whoIsBack(
  answers: Result<DriveIdentity>,
  known: DriveIdentity,
  session: DriveSession,
): Promise<Result<DriveState>> {
  if (!answers.ok) return answers;
  if (sameDrive(answers.value, known)) return session.readState();
  if (driveKeyOf(answers.value) === driveKeyOf(known) && answers.value.definitionId !== known.definitionId)
    return bad({
      kind: "other-drive",
      text: `Drive ${known.serial} was switched over: it answers as ${answers.value.vendor} ${answers.value.ratingName} now, with another parameter list.`,
      remedy: "Let go of this connection and connect again, so that it is read with the list that holds.",
    });
  return bad({
    kind: "other-drive",
    text: otherDriveWords(known, answers.value),
    remedy: "Let go of this connection and connect again, so that you see who it is.",
  });
}
