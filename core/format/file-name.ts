const LONGEST = 120;
/** Ends of names that agree with a media type. */
const ENDS: Record<string, RegExp> = {
  "application/pdf": /^pdf$/,
  "image/png": /^png$/,
  "image/jpeg": /^jpe?g$/,
  "application/zip": /^(zip|xlsx|docx|ods|odt|jar)$/,
};

/** A file's name without a way to it and without signs that no disk likes. Example: "..\\secret\\photo?.jpg" is "photo_.jpg". */
export function plainFileName(name: string): string {
  const last = name.split(/[/\\]/).at(-1) ?? "";
  const plain = last

    .replace(/[\u0000-\u001f\u007f<>:"|?*]/g, "_")
    .replace(/^\.+/, "")
    .trim();
  if (plain === "") return "file";
  if (plain.length <= LONGEST) return plain;
  const end = /\.[^.]{1,10}$/.exec(plain)?.[0] ?? "";
  return plain.slice(0, LONGEST - end.length) + end;
}

/** Whether a name's end says something else than its content, as far as that is known. Example: "plan.png" that is a PDF. */
export function endLies(name: string, type: string): boolean {
  const end = /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase();
  if (end === undefined) return false;
  const own = ENDS[type];
  if (own) return !own.test(end);
  return (
    Object.values(ENDS).some((each) => each.test(end)) &&
    !/^application\/.*(zip|officedocument|opendocument)/.test(type)
  );
}
