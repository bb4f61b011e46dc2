/** Names a version of a definition among those that got another one here. */
export const versionKey = (definitionId: string, version: string): string => `${definitionId}@${version}`;

/** Something that came in, with every version of a definition in it as it is called here. What has none to rename is given back as it is. */
export function withVersions<T>(versions: ReadonlyMap<string, string>, value: T): T {
  if (versions.size === 0 || typeof value !== "object" || value === null) return value;
  if (Array.isArray(value)) return value.map((each: unknown) => withVersions(versions, each)) as T;
  const named = Object.fromEntries(
    Object.entries(value).map(([key, each]) => [key, withVersions(versions, each as unknown)]),
  );
  const { definitionId, definitionVersion: version } = named;
  const own =
    typeof definitionId === "string" && typeof version === "string"
      ? versions.get(versionKey(definitionId, version))
      : undefined;
  return (own === undefined ? named : { ...named, definitionVersion: own }) as T;
}
