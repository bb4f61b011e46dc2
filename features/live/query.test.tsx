import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { practice } from "@/core/contract";
import { InPlant, withPage, withServer } from "@/features/testing";
import { useKeptFresh } from "./query";

withPage();
let answer: object | undefined;
withServer(() => answer);

function Shown({ version }: { version: number }) {
  const given = { params: { plant: "tarn-hollow" } };
  const { value, trouble } = useKeptFresh(practice.listExercises, given, ["as it came"] as never, {
    version,
  });
  return (
    <p>
      {String(value)}; {trouble?.text ?? "fine"}
    </p>
  );
}

test("what is kept fresh: first as it came with the page, then as it was answered last, also where nothing answers, which is told; then anew", async () => {
  answer = { value: ["answered"] };
  const { rerender } = render(<Shown version={0} />, { wrapper: InPlant });
  expect(screen.getByText("as it came; fine")).toBeTruthy();
  expect(await screen.findByText("answered; fine")).toBeTruthy();
  answer = undefined;
  rerender(<Shown version={1} />);
  expect(await screen.findByText("answered; Calm Ledger itself does not answer.")).toBeTruthy();
  answer = { value: ["back"] };
  rerender(<Shown version={2} />);
  expect(await screen.findByText("back; fine")).toBeTruthy();
});
