/** The cookie in which a browser remembers whether somebody wants day or night; without it, it is as the device has it. */
export const THEME_COOKIE = "calm-ledger.theme";

export type Theme = "day" | "night";

/** What the page is shown in now. */
export function themeNow(): Theme {
  const chosen = document.documentElement.dataset.theme;
  if (chosen === "day" || chosen === "night") return chosen;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "night" : "day";
}

/** Shows it, from now on and in every page of this browser. */
export function turnTo(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  document.cookie = `${THEME_COOKIE}=${theme}; path=/; max-age=31536000; samesite=lax`;
}
