import { expect, test } from "@jest/globals";
import { ENDPOINTS, openApi } from ".";

interface Document {
  paths: Record<
    string,
    Record<string, { operationId: string; parameters: Array<{ name: string; in: string }> }>
  >;
}

test("every way in but those without a session and the stream of events is described, each with its own name and all of its parameters", () => {
  const { paths } = openApi(ENDPOINTS) as Document;
  const operations = Object.entries(paths).flatMap(([path, each]) =>
    Object.values(each).map((operation) => ({ path, ...operation })),
  );
  const described = ENDPOINTS.filter((each) => !each.open && each.sends !== "events");
  expect(operations).toHaveLength(described.length);
  expect(new Set(operations.map((each) => each.operationId)).size).toBe(operations.length);
  for (const { path, parameters } of operations) {
    const inPath = parameters.filter((each) => each.in === "path").map((each) => each.name);
    expect([path, ...inPath]).toEqual([path, ...[...path.matchAll(/\{(\w+)\}/g)].map((each) => each[1])]);
  }
  expect(paths["/plants/{plant}/positions"]!.get!.parameters.map((each) => each.name)).toEqual(
    expect.arrayContaining(["plant", "find", "verdict", "from"]),
  );
});
