import { expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Choices } from "./choices";

withPage();

const position = (tag: string) => ({ tag, title: "Roller", newest: { number: 7 } });
const record = (number: number) => ({
  number,
  takenAt: "2026-03-14T16:20:00Z",
  dated: true,
  takenBy: "Marta Ek",
  present: 198,
  expected: 198,
  standing: number === 7,
  labels: [],
});
withServer(({ path, query }) => {
  if (path.endsWith("/records")) return { value: [record(8), record(7), record(6)] };
  if (path.endsWith("/drafts")) return { value: [] };
  const lines = ["KL-01", "KL-04"]
    .filter((tag) => tag.includes((query.find ?? "").toUpperCase()))
    .map(position);
  return { value: { lines } };
});

test("a position and one of its records are chosen by typing alone, however quickly", async () => {
  const added: string[] = [];
  render(
    <Choices
      tokens={["KL-02:standing"]}
      twins={[]}
      byMeaning={false}
      onAdd={(token) => added.push(token)}
      onShow={() => undefined}
      onBy={() => undefined}
    />,
    { wrapper: InPlant },
  );
  const user = userEvent.setup();
  await user.click(screen.getByLabelText("Position"));
  await screen.findByRole("option", { name: /KL-01/ });
  // Before the list is that of what was typed.
  await user.keyboard("kl-04{Enter}");
  await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("What of it")));
  expect(screen.getByLabelText<HTMLInputElement>("Position").value).toBe("KL-04 Roller");
  await screen.findByRole("option", { name: /record 6/ });
  await user.keyboard("6{Enter}");
  expect(added).toEqual(["KL-04:6"]);
});
