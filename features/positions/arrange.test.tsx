import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { Toaster } from "sonner";
import type { PositionLine, PositionWindow } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer, type Asked } from "@/features/testing";
import { Arrange } from "./arrange";

withPage();

let answerTo: (asked: Asked) => object | undefined;
const asked = withServer((each) => answerTo(each));

const COUNTS = { no: 0, "with-care": 0, ready: 2 };
const windowOf = (...tags: string[]): PositionWindow => ({
  counts: COUNTS,
  retired: 0,
  mends: { read: 0, raise: 0 },
  areas: ["Kiln", "Sorting"].map((name) => ({ name, fit: tags.length, counts: COUNTS })),
  total: tags.length,
  from: 0,
  lines: tags.map(
    (tag) =>
      ({ tag, title: "Roller drive", area: "Kiln", family: "Rill", reasons: [] }) as never as PositionLine,
  ),
});
let tags: string[];
let revision: Record<string, number>;
beforeEach(() => {
  tags = ["KL-01", "KL-02"];
  revision = { "KL-01": 3, "KL-02": 5 };
  answerTo = ({ method, path, body }) => {
    const tag = /positions\/([^/]+)/.exec(path)?.[1];
    if (tag === undefined) return { value: windowOf(...tags) };
    if (method === "GET") return { value: { words: { tag, area: "Kiln" }, revision: revision[tag] } };
    if (tag === "KL-02")
      return { trouble: { kind: "not-now", text: "KL-02 was changed meanwhile.", remedy: "Look again." } };
    tags = tags.filter((each) => each !== tag);
    return { value: body };
  };
});

const show = () =>
  render(
    <AppRouterContext value={{ refresh: () => undefined } as never}>
      <RoleProvider role="lead">
        <InPlant>
          <Toaster />
          <Arrange
            first={windowOf()}
            families={[]}
            links={[]}
            heading={{ company: "", address: "", logo: undefined } as never}
          />
        </InPlant>
      </RoleProvider>
    </AppRouterContext>,
  );

test("several are moved at once, each as it was seen; the one that somebody changed meanwhile stays chosen, and why is said", async () => {
  const user = userEvent.setup();
  show();
  for (const tag of ["KL-01", "KL-02"])
    await user.click(await screen.findByRole("checkbox", { name: new RegExp(tag) }));
  await user.selectOptions(screen.getByLabelText("Move 2 positions to"), "Sorting");
  expect(await screen.findByText("KL-01 stands in Sorting now.")).toBeTruthy();
  expect(screen.getByText("KL-02 was changed meanwhile.")).toBeTruthy();
  expect(sentIn(asked)).toEqual([
    { revision: 3, words: { tag: "KL-01", area: "Sorting" } },
    { revision: 5, words: { tag: "KL-02", area: "Sorting" } },
  ]);
  expect(await screen.findByLabelText("Move 1 position to")).toBeTruthy();
  await waitFor(() => expect(screen.queryByRole("checkbox", { name: /KL-01/ })).toBeNull());
});

test("where the list cannot be asked for, that is said, and not that no position stands there", async () => {
  answerTo = () => undefined;
  show();
  expect(await screen.findByText(/does not answer/)).toBeTruthy();
  expect(screen.queryByText("No position stands here yet.")).toBeNull();
});
