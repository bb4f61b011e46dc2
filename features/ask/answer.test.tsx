import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { AnswerView } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Answer } from "./answer";

withPage();
const line = (tag: string, holds: "yes" | "unknown" = "yes"): AnswerView["lines"][number] => ({
  tag,
  title: "Drive",
  area: "Kiln",
  family: "Fennimore Rill",
  record: 1,
  holds,
  cells: ["1.5 s"],
});
const asked = withServer(({ query }) =>
  query.from === "2" ? { value: { ...ANSWER, lines: [line("KL-03")] } } : undefined,
);
const positions = ["KL-01", "KL-02"].map((tag) => ({ tag, title: "Drive", text: "1.5 s" }));
const ANSWER: AnswerView = {
  subjects: ["Deceleration time"],
  asked: 9,
  yes: 3,
  unknown: 1,
  lines: [line("KL-01"), line("KL-02"), line("KL-09", "unknown")],
  changes: [
    { definition: "rill", family: "Fennimore Rill", code: "4r", name: "Down time", at: 700, positions },
  ],
};

test("of many answers the next come on demand; where it cannot be told stands apart and is never pushed out", async () => {
  render(
    <InPlant>
      <RoleProvider role="technician">
        <Answer
          answer={ANSWER}
          ask="deceleration time < 2 s"
          of="newest"
          fileAt={(format) => `/as.${format}`}
        />
      </RoleProvider>
    </InPlant>,
  );
  const rows = (label: string) =>
    screen
      .getAllByRole("region", { name: label })
      .flatMap((each) => [...each.querySelectorAll("tbody th")].map((one) => one.textContent));
  expect(screen.getByRole("status").textContent).toBe("3 of 9 positions, and 1 where it cannot be told.");
  expect(rows("Where it cannot be told")).toEqual(["KL-09 Drive"]);
  await userEvent.click(screen.getByRole("button", { name: "Show 1 more of 1" }));
  await screen.findByText("KL-03");
  expect(rows("Where it holds")).toEqual(["KL-01 Drive", "KL-02 Drive", "KL-03 Drive"]);
  expect(asked.at(-1)?.query).toMatchObject({ holds: "yes", from: "2", count: "500" });
  expect(screen.queryByRole("button", { name: /more of/ })).toBeNull();
  // A change is drafted at the first of them; all are chosen in one press.
  await userEvent.click(screen.getByRole("button", { name: "Draft 4r at 700 Fennimore Rills ..." }));
  expect(screen.getByText("Positions: the first 2 of 700")).toBeTruthy();
  await userEvent.click(screen.getByRole("checkbox", { name: "All 2" }));
  const chosen = screen.getAllByRole<HTMLInputElement>("checkbox").map((each) => each.checked);
  expect(chosen).toEqual([true, true, true]);
});

test("what every line says anyway has no second column", () => {
  const asked = { ...line("KL-01"), cells: ["Fennimore Rill", "1.5 s"] };
  render(
    <InPlant>
      <RoleProvider role="reader">
        <Answer
          answer={{
            ...ANSWER,
            subjects: ["family", "Deceleration time"],
            lines: [asked],
            yes: 1,
            unknown: 0,
          }}
          ask="family = Rill; deceleration time < 2 s"
          of="newest"
          fileAt={(format) => `/as.${format}`}
        />
      </RoleProvider>
    </InPlant>,
  );
  const heads = screen.getAllByRole("columnheader").map((each) => each.textContent);
  expect(heads).toEqual(["Position", "Family", "Record", "Deceleration time"]);
  expect(screen.getAllByRole("cell").map((each) => each.textContent)).toEqual([
    "Fennimore Rill",
    "1",
    "1.5 s",
  ]);
});
