/** Where one axis or one set alone is restored: what reaches further than that. */
import { counted } from "@/core/words";
import { partWords } from "../part";
import { fine, notTold, type Check, type CheckInput } from "./check";

/** Copying to the permanent memory and restarting know no axes: whatever is volatile elsewhere becomes permanent too. */
export function partAlone({ part, definition, state }: CheckInput): Check[] {
  if (!part) return [];
  const id = "part";
  const title = "One part alone";
  const words = `${partWords(part.part)}; the rest is read before and after.`;
  const only = `Only ${words}`;
  if (definition.file.writesLand === "permanent")
    return [fine(id, title, `${only} Each write is permanent at once, and reaches nothing else`)];
  if (state.volatile === false) return [fine(id, title, `${only} Nothing outside is volatile`)];
  const reaches = "Making permanent reaches the whole drive.";
  const { volatileOutside } = part;
  if (state.volatile === undefined || volatileOutside === undefined)
    return [
      notTold(
        id,
        title,
        `${only} ${reaches} Which values outside are volatile and would become permanent too is not told${state.volatile ? ": the drive says that something is" : ""}.`,
        "See that nobody has tried values on the rest of this drive that are meant to go with the power.",
      ),
    ];
  if (volatileOutside.length === 0)
    return [fine(id, title, `${only} Nothing outside differs from the permanent memory`)];
  return [
    {
      id,
      title,
      verdict: "caution",
      found: `${only} ${reaches} ${counted(volatileOutside.length, "value outside is", "values outside are")} volatile and would become permanent too: ${volatileOutside.slice(0, 8).join(", ")}${volatileOutside.length > 8 ? " and more" : ""}.`,
      remedy: "If they are not meant to stay, give them up by a power-off first.",
    },
  ];
}
