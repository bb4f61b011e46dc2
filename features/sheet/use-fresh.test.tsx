import { expect, test } from "@jest/globals";
import { renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import type { PlantRole } from "@/core/contract";
import { buildSheet } from "@/core/sheet";
import { rill } from "@/families/testing";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage, withServer } from "@/features/testing";
import { useFresh } from "./use-fresh";

withPage();

const measured = rill.parameters.find((each) => each.kind === "measured")!;
const sheet = buildSheet(rill, "R-030", [
  {
    id: "a",
    title: "In the drive",
    source: "live",
    values: new Map([
      [measured.code, 0],
      ["1r", 250],
    ]),
  },
]);
const rows = sheet.groups.flatMap((each) => each.rows);
const row = rows.find((each) => each.code === measured.code)!;
const asked = withServer(() => ({
  value: { at: 0, ms: 40, values: [{ code: measured.code, raw: 1, text: "12.5", unit: "A", meaning: "" }] },
}));
const fresh = (role: PlantRole) =>
  renderHook(() => useFresh("b1", rows), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <InPlant>
        <RoleProvider role={role}>{children}</RoleProvider>
      </InPlant>
    ),
  }).result;

test("what a drive measures is asked for again, settings are not, and stands in the first column", async () => {
  const found = fresh("technician");
  await waitFor(() => expect(found.current(row).cells[0]!.text).toBe("12.5"));
  expect(asked[0]).toMatchObject({
    path: "/api/plants/tarn-hollow/connections/b1/now",
    query: { codes: measured.code },
  });
  const setting = rows.find((each) => each.code === "1r")!;
  expect(found.current(setting)).toBe(setting);
});

test("nobody who only follows puts a question to the drive", async () => {
  const followed = fresh("reader");
  const other = fresh("technician");
  await waitFor(() => expect(other.current(row).cells[0]!.text).toBe("12.5"));
  expect(asked).toHaveLength(1);
  expect(followed.current(row)).toBe(row);
});
