/** The plant's time zone, by its name in the IANA database: that of this process (`TZ`, or the computer's). Moments on paper, in files and on every screen are told in it. */
export function plantZone(): string {
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  // Where the computer names none, Node counts in UTC.
  return !timeZone || timeZone === "Etc/Unknown" ? "UTC" : timeZone;
}
