import { beforeEach, expect, test } from "@jest/globals";
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { LARGEST_TEXT } from "@/core/format";
import { InPlant, withPage, withServer } from "@/features/testing";
import { ChooseFile, DropFile, FileNotes } from "./drop-file";

withPage();
let answer: object | undefined;
let tokens: string[];
const asked = withServer(() => answer);
beforeEach(() => {
  [answer, tokens] = [{ value: { token: "t-1" } }, []];
});
const told = (token: string): void => void tokens.push(token);
const file = (name: string, size = 10): File =>
  Object.defineProperty(new File(["4r;2.5"], name), "size", { value: size });

test("a file that is dropped is sent once, under the end of its name, and the page is told what names it", async () => {
  render(
    <DropFile className="page" onToken={told}>
      here
    </DropFile>,
    { wrapper: InPlant },
  );
  const name = `${"a".repeat(300)}.csv`;
  fireEvent.drop(screen.getByText("here"), { dataTransfer: { files: [file(name)] } });
  await waitFor(() => expect(tokens).toEqual(["t-1"]));
  expect(asked.map(({ method, query }) => [method, query.name])).toEqual([["POST", name.slice(-200)]]);
});

test("what is far too large is not sent at all; a file that no one can read gives no column", async () => {
  const user = userEvent.setup();
  render(<ChooseFile onToken={told} />, { wrapper: InPlant });
  const input = screen.getByLabelText<HTMLInputElement>("File to compare");
  await user.upload(input, file("photo.csv", LARGEST_TEXT + 1));
  expect(asked).toEqual([]);
  answer = { trouble: { kind: "not-understood", text: "It holds no values.", remedy: "Choose another." } };
  await user.upload(input, file("list.csv"));
  await waitFor(() => expect(screen.getByRole("button").textContent).toBe("Add a file"));
  expect(asked).toHaveLength(1);
  expect(tokens).toEqual([]);
});

test("nothing that was dropped is nothing, and every line of a file that did not fit is named with its reason", () => {
  render(
    <DropFile className="page" onToken={told}>
      here
    </DropFile>,
    { wrapper: InPlant },
  );
  fireEvent.drop(screen.getByText("here"), { dataTransfer: { files: [] } });
  expect(asked).toEqual([]);
  const notes = [
    { line: 7, what: "99x", reason: "This family has no such code.", remedy: "Leave it out." },
    { line: 0, what: "set 4", reason: "There are three sets.", remedy: "Leave it out." },
  ];
  render(<FileNotes files={[{ name: "old.csv", of: 190, taken: 188, notes }]} />);
  expect(
    screen.getByText(/old\.csv is a file, in no ledger: 188 of its 190 values stand here\./),
  ).toBeTruthy();
  expect(screen.getByText("2 remarks on its lines")).toBeTruthy();
  expect(screen.getAllByRole("listitem").map((each) => each.textContent)).toEqual([
    "line 7, 99x This family has no such code. Leave it out.",
    "set 4 There are three sets. Leave it out.",
  ]);
});
