import { beforeEach, expect, test } from "@jest/globals";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { SearchParamsContext } from "next/dist/shared/lib/hooks-client-context.shared-runtime";
import { Fragment, type ComponentType, type ReactNode } from "react";
import type { ComparedWords } from "@/core/contract";
import { factorySet, valuesByCode } from "@/core/set";
import { buildHead, buildSheet, packSheet } from "@/core/sheet";
import { rill } from "@/families/testing";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Compare } from "./compare";

withPage();

const column = (token: string, deceleration: number) => ({
  id: token,
  title: token.replace(":", " record "),
  source: "record" as const,
  values: new Map([...valuesByCode(factorySet(rill, "R-030")), ["4r", deceleration]]),
});
/** Each has a deceleration time of its own. */
const columnsOf = (asked: readonly string[]) => asked.map((each, i) => column(each, 180 + 10 * i));
const wordsOf = (asked: readonly string[], more: Partial<ComparedWords> = {}): ComparedWords => ({
  asked: [...asked],
  tokens: [...asked],
  titles: columnsOf(asked).map((each) => each.title),
  missing: [],
  list: "Rill",
  otherLists: [],
  otherwise: [],
  records: [],
  files: [],
  odd: [],
  ...more,
});

let down = false;
/** Nobody answers who asks for a whole sheet. */
let restDown = false;
let otherLists: string[] = [];
const asked = withServer(({ path, query }) => {
  if (!path.endsWith("/compare") || down || (restDown && !query.rows)) return undefined;
  const tokens = query.columns!.split("|");
  const [definition, rating, columns] = [rill, "R-030", columnsOf(tokens)] as const;
  const head = query.rows === "first";
  return {
    value: {
      words: wordsOf(tokens, { otherLists }),
      sheet: packSheet(
        head ? buildHead(definition, rating, columns, 60)! : buildSheet(definition, rating, columns),
      ),
      coming: head,
    },
  };
});
/** What stood beside each other in what was asked, and whether its first rows alone. */
const compared = () =>
  asked.flatMap(({ path, query }) =>
    path.endsWith("/compare") ? [`${query.columns}${query.rows ? " first" : ""}`] : [],
  );
let refreshed = 0;
beforeEach(() => {
  down = false;
  restDown = false;
  otherLists = [];
  refreshed = 0;
});

const brought = ["KL-01:1", "KL-02:1"];
/** `Kept` keeps what was fetched, where that is not the page's own business. */
const page = (named: readonly string[], Kept: ComponentType<{ children: ReactNode }> = Fragment) => (
  <AppRouterContext value={{ refresh: () => (refreshed += 1) } as never}>
    <SearchParamsContext value={new URLSearchParams(named.map((each) => ["c", each])) as never}>
      <InPlant>
        <Kept>
          <Compare
            twins={[]}
            words={wordsOf(brought)}
            sheet={{
              key: "",
              rest: Promise.resolve(packSheet(buildSheet(rill, "R-030", columnsOf(brought)))),
            }}
          />
        </Kept>
      </InPlant>
    </SearchParamsContext>
  </AppRouterContext>
);
/** The page as it was opened, and as its address says afterwards. */
async function shown(named: readonly string[] = brought) {
  const drawn = await act(() => Promise.resolve(render(page(named))));
  return { address: (next: readonly string[]) => act(() => drawn.rerender(page(next))) };
}
const heads = () => screen.getAllByRole("columnheader").map((each) => each.textContent);
const takeAway = (title: string) =>
  userEvent.click(screen.getByRole("button", { name: `Take ${title} away` }));

test("what is gone back to is asked for: its first rows, then all of it; what the page brought is not", async () => {
  const { address } = await shown();
  expect(compared()).toEqual([]);
  const three = [...brought, "KL-03:1"];
  await address(three);
  await waitFor(() => expect(heads()).toContain("KL-03 record 1"));
  await waitFor(() => expect(compared()).toEqual([`${three.join("|")} first`, three.join("|")]));
  await address(brought);
  expect(heads()).not.toContain("KL-03 record 1");
  expect(compared()).toHaveLength(2);
});

test("a column that is taken away is gone at once, and the address says so afterwards; two are gone where two were pressed", async () => {
  const four = [...brought, "KL-03:1", "KL-04:1"];
  const { address } = await shown(four);
  await waitFor(() => expect(heads()).toContain("KL-04 record 1"));
  await takeAway("KL-03 record 1");
  await waitFor(() => expect(heads()).not.toContain("KL-03 record 1"));
  expect(heads()).toContain("KL-04 record 1");
  await waitFor(() =>
    expect(new URLSearchParams(window.location.search).getAll("c")).toEqual([...brought, "KL-04:1"]),
  );
  // The router has not told the new address yet; what is shown does not wait for it.
  await takeAway("KL-04 record 1");
  await address([...brought, "KL-04:1"]);
  await waitFor(() => expect(new URLSearchParams(window.location.search).getAll("c")).toEqual(brought));
  await address(brought);
  expect(heads()).not.toContain("KL-04 record 1");
  // Whoever goes back has them again.
  await address(four);
  await waitFor(() => expect(heads()).toContain("KL-04 record 1"));
  expect(heads()).toContain("KL-03 record 1");
});

test("where nobody answers that is said with what is not shown, what stood there stays, and another try brings it", async () => {
  const { address } = await shown();
  down = true;
  await address([...brought, "KL-03:1"]);
  expect(await screen.findByText(/^Not shown: KL-01:1, KL-02:1, KL-03:1\. .*does not answer/)).toBeTruthy();
  expect(heads()).toContain("KL-02 record 1");
  down = false;
  await userEvent.click(screen.getByRole("button", { name: "Try again" }));
  await waitFor(() => expect(heads()).toContain("KL-03 record 1"));
  expect(screen.queryByText(/does not answer/)).toBeNull();
});

test("where the rest does not come its first rows stay, and it is asked for again", async () => {
  const { address } = await shown();
  restDown = true;
  const three = [...brought, "KL-05:1"];
  await address(three);
  await waitFor(() => expect(heads()).toContain("KL-05 record 1"));
  await waitFor(() => expect(compared()).toContain(three.join("|")));
  expect(screen.getByText("First rows; the rest is coming")).toBeTruthy();
  restDown = false;
  await waitFor(() => expect(screen.queryByText("First rows; the rest is coming")).toBeNull(), {
    timeout: 5000,
  });
  expect(screen.getByRole("button", { name: "Show all" })).toBeTruthy();
});

test("whoever has left asks for the rest no more, and for all of it on coming back", async () => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const Kept = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const both = ["KL-01:1", "KL-05:1"];
  const visit = async () => {
    const { unmount } = await act(() => Promise.resolve(render(page(both, Kept))));
    await waitFor(() => expect(heads()).toContain("KL-05 record 1"));
    return unmount;
  };
  restDown = true;
  const leave = await visit();
  await waitFor(() => expect(compared()).toHaveLength(2));
  leave();
  await waitFor(() => expect(client.getQueryCache().findAll({ queryKey: ["side by side"] })).toEqual([]), {
    timeout: 5000,
  });
  expect(compared()).toEqual([`${both.join("|")} first`, both.join("|")]);
  restDown = false;
  await visit();
  await waitFor(() => expect(screen.queryByText("First rows; the rest is coming")).toBeNull(), {
    timeout: 5000,
  });
});

test("one of another family turns the page to what values mean", async () => {
  const { address } = await shown();
  expect(refreshed).toBe(0);
  otherLists = ["BP-04 record 1 (Sill)"];
  await address([...brought, "BP-04:1"]);
  await waitFor(() => expect(refreshed).toBe(1));
});
