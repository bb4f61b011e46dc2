import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { PositionWordsView } from "@/core/contract";
import { InPlant, sentIn, withPage, withServer, type Asked } from "@/features/testing";
import { PositionForm } from "./position-form";

withPage();

const WORDS: PositionWordsView = {
  tag: "KL-03",
  title: "Roller drive 3",
  area: "Kiln",
  definitionId: "",
  machine: "",
  twinGroup: "",
  jobNumber: "",
  link: "",
  beforeWork: "",
  notes: "",
};
let answerTo: (asked: Asked) => object | undefined;
let done: string[];
const asked = withServer((each) => answerTo(each));
beforeEach(() => {
  done = [];
});
const show = (old?: { words: PositionWordsView; revision: number }) =>
  render(
    <PositionForm
      old={old}
      areas={["Kiln", "Sorting"]}
      families={[{ id: "rill", title: "Fennimore Rill" }]}
      links={["Modbus TCP 10.4.2.31:502"]}
      onDone={(tag) => done.push(tag)}
      onClose={() => undefined}
    />,
    { wrapper: InPlant },
  );
const tag = () => screen.getByLabelText<HTMLInputElement>("Tag");

test("a tag is proposed for the area of a new position, and not over one that somebody typed", async () => {
  answerTo = ({ path, method }) =>
    method === "POST"
      ? { value: { tag: "x" } }
      : { value: { tag: path.includes("/areas/Kiln/") ? "KL-07" : "" } };
  const user = userEvent.setup();
  show();
  await user.type(screen.getByLabelText("Area"), "Kiln");
  await waitFor(() => expect(tag().value).toBe("KL-07"));
  await user.clear(tag());
  await user.type(tag(), "KL-70");
  await user.clear(screen.getByLabelText("Area"));
  await user.type(screen.getByLabelText("Area"), "Kiln");
  await user.type(screen.getByLabelText("What it drives"), "Roller drive 70");
  await user.selectOptions(screen.getByLabelText("When it stands still, so does"), "line");
  await user.click(screen.getByRole("button", { name: "Make the position" }));
  await waitFor(() => expect(done).toEqual(["KL-70"]));
  expect(sentIn(asked)).toEqual([{ ...WORDS, tag: "KL-70", title: "Roller drive 70", criticality: "line" }]);
});

test("where its drive answers is said with both, or not at all", async () => {
  answerTo = ({ method }) => (method === "POST" ? { value: { tag: "x" } } : { value: { tag: "" } });
  const user = userEvent.setup();
  show({ words: WORDS, revision: 1 });
  const link = screen.getByLabelText("Link its drive is on");
  const address = screen.getByLabelText("Address");
  const keep = screen.getByRole("button", { name: "Keep this" });
  await user.type(link, "COM7");
  await user.click(keep);
  expect((await screen.findAllByRole("alert")).map((each) => each.textContent)).toEqual([
    expect.stringContaining("how it is spoken on COM7 is missing"),
    "The address at which it answers there is missing.",
  ]);
  await user.clear(link);
  await user.type(link, " 10.4.2.31");
  await user.type(address, "300");
  await user.click(keep);
  await waitFor(() =>
    expect(screen.getAllByRole("alert").map((each) => each.textContent)).toEqual(["A number from 0 to 255."]),
  );
  await user.clear(address);
  await user.type(address, "11");
  await user.click(keep);
  await waitFor(() => expect(done).toEqual(["KL-03"]));
  expect(sentIn(asked)).toEqual([{ revision: 1, words: { ...WORDS, link: "10.4.2.31", address: 11 } }]);
});

test("who changes it second sees the other version before one's own may be kept", async () => {
  let revision = 5;
  answerTo = ({ method, body }) => {
    if (method === "GET") return { value: { revision } };
    return (body as { revision: number }).revision === revision
      ? { value: null }
      : {
          trouble: {
            kind: "changed-meanwhile",
            text: "Marta Okoye changed it meanwhile.",
            remedy: "Title: there Roller 3, here Roller III.",
          },
        };
  };
  const user = userEvent.setup();
  show({ words: WORDS, revision: 4 });
  const title = screen.getByLabelText("What it drives");
  await user.clear(title);
  await user.type(title, "Roller III");
  await user.click(screen.getByRole("button", { name: "Keep this" }));
  expect(await screen.findByText("Marta Okoye changed it meanwhile.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Keep this" })).toHaveProperty("disabled", true);
  await user.click(screen.getByRole("button", { name: "I have seen it; mine may be kept" }));
  await waitFor(() => expect(screen.queryByText("Marta Okoye changed it meanwhile.")).toBeNull());
  // A third person was quicker once more: it is asked again.
  revision = 6;
  await user.click(screen.getByRole("button", { name: "Keep this" }));
  expect(await screen.findByText("Marta Okoye changed it meanwhile.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "I have seen it; mine may be kept" }));
  await waitFor(() =>
    expect(screen.getByRole("button", { name: "Keep this" })).toHaveProperty("disabled", false),
  );
  await user.click(screen.getByRole("button", { name: "Keep this" }));
  await waitFor(() => expect(done).toEqual(["KL-03"]));
  expect(sentIn(asked).map((each) => each.revision)).toEqual([4, 5, 6]);
  expect(sentIn(asked).at(-1)).toMatchObject({ words: { title: "Roller III", tag: "KL-03" } });
});

test("what is refused leaves everything that was typed", async () => {
  answerTo = () => ({ trouble: { kind: "not-now", text: "KL-04 is taken.", remedy: "Choose another tag." } });
  const user = userEvent.setup();
  show({ words: WORDS, revision: 4 });
  await user.clear(tag());
  await user.type(tag(), "KL-04");
  await user.type(screen.getByLabelText("Notes"), "below the stair");
  await user.click(screen.getByRole("button", { name: "Keep this" }));
  expect(await screen.findByText("KL-04 is taken.")).toBeTruthy();
  expect(tag().value).toBe("KL-04");
  expect(screen.getByLabelText<HTMLTextAreaElement>("Notes").value).toBe("below the stair");
  expect(screen.getByRole("button", { name: "Keep this" })).toHaveProperty("disabled", false);
  expect(done).toEqual([]);
});
