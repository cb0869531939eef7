const KEY = "rowstake-theme";
/** `day` is for the sun: more contrast than any room needs. */
export type Theme = "light" | "dark" | "day";

export function currentTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  if (kept === "light" || kept === "dark" || kept === "day") return kept;
  return window.matchMedia?.("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

export function setTheme(theme: Theme) {
  localStorage.setItem(KEY, theme);
  document.documentElement.dataset.theme = theme;
}
