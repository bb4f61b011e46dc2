/** An address within a plant: `plantPath("tarn-hollow", "/bench")` is "/plants/tarn-hollow/bench". */
export function plantPath(slug: string, href: string): string {
  return `/plants/${encodeURIComponent(slug)}${href === "/" ? "" : href}`;
}
