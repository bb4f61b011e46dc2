import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { RehearseAll } from "./rehearse-all";

withPage();
const asked = withServer(({ path }) =>
  path.includes("KL-02")
    ? { trouble: { kind: "busy", text: "Several are rehearsed already.", remedy: "Try again in a moment." } }
    : { value: { id: path.includes("KL-01") ? 4 : 5 } },
);

test("one after the other; which was not rehearsed, and why, stays in sight", async () => {
  const members = [
    { tag: "KL-01", restore: { id: 1 } },
    { tag: "KL-02", restore: { id: 2 } },
    { tag: "KL-03", restore: { id: 3 } },
    // Could not be connected: there is nothing to rehearse.
    { tag: "KL-04" },
  ];
  render(<RehearseAll members={members} />, { wrapper: InPlant });
  await userEvent.click(screen.getByRole("button", { name: "Rehearse them first" }));
  expect((await screen.findByRole("link", { name: "KL-03" })).getAttribute("href")).toBe(
    "/plants/tarn-hollow/rehearsals/5",
  );
  expect(screen.getByText("KL-02 was not rehearsed: Several are rehearsed already.")).toBeTruthy();
  expect(screen.getAllByRole("link").map((each) => each.textContent)).toEqual(["KL-01", "KL-03"]);
  expect(sentIn(asked)).toEqual([{ restore: 1 }, { restore: 2 }, { restore: 3 }]);
});
