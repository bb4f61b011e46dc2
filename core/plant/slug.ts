/** What stands for a plant in addresses. Example: "Tarn Hollow Tileworks" is "tarn-hollow-tileworks". */
export function slugOf(name: string): string {
  return (
    name
      .normalize("NFKD")
      .replace(/\p{M}/gu, "")
      .replace(/ß/g, "ss")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 60) || "plant"
  );
}
