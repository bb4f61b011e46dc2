import { expect, jest, test } from "@jest/globals";
import { act, renderHook, waitFor } from "@testing-library/react";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ReactNode } from "react";
import { factorySet, valuesByCode } from "@/core/set";
import { buildSheet } from "@/core/sheet";
import { rill } from "@/families/testing";
import { InPlant, withPage, withServer } from "@/features/testing";
import { useDraft } from "./use-draft";

withPage();

/** What the server knows: the number of the last step, and which record the draft stands on. */
const server = { last: 0, record: 7 };
const asked = withServer(({ path }) =>
  path.endsWith("/news")
    ? {
        value: {
          last: server.last,
          record: server.record,
          closed: false,
          changes: [],
          rows: server.last === 0 ? [] : [{ ...row, name: `step ${server.last}` }],
          anew: false,
        },
      }
    : undefined,
);
const sheet = buildSheet(rill, "R-030", [
  { id: "d", title: "Draft", source: "draft", values: valuesByCode(factorySet(rill, "R-030")) },
]);
const [row] = sheet.groups[0]!.rows;

const refresh = jest.fn();
const around = ({ children }: { children: ReactNode }) => (
  <AppRouterContext value={{ refresh } as never}>
    <InPlant>{children}</InPlant>
  </AppRouterContext>
);
const first = { id: 3, record: 7, newer: undefined, closed: false, changes: [], sheet, last: 0 };
const followed = () => renderHook(() => useDraft(first), { wrapper: around });
const news = () => asked.filter((each) => each.path.endsWith("/news"));

test("told of one change three times over, it looks at most twice, and says once that something is otherwise", async () => {
  Object.assign(server, { last: 1, record: 7 });
  const { result } = followed();
  const { version } = result.current;
  act(() => {
    result.current.changed();
    result.current.changed();
    result.current.changed();
  });
  await waitFor(() => expect(result.current.sheet.groups[0]!.rows[0]!.name).toBe("step 1"));
  await waitFor(() => expect(news()).toHaveLength(2));
  expect(result.current.version).toBe(version + 1);
  // What comes after it has looked is looked for anew, from where it stands.
  server.last = 2;
  act(() => result.current.changed());
  await waitFor(() => expect(result.current.sheet.groups[0]!.rows[0]!.name).toBe("step 2"));
  expect(news().map((each) => each.query.since)).toEqual(["0", "1", "1"]);
  // Groups in which nothing changed stay the very same.
  expect(result.current.sheet.groups[1]).toBe(sheet.groups[1]);
});

test("a draft that was put onto another record makes its page anew", async () => {
  Object.assign(server, { last: 1, record: 8 });
  const { result } = followed();
  act(() => result.current.changed());
  await waitFor(() => expect(refresh).toHaveBeenCalledTimes(1));
  expect(result.current.sheet).toBe(sheet);
});
