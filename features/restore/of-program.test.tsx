import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { InIt, OfProgram, Sending } from "./of-program";

const text = (): string => document.body.textContent!.replace(/\s+/g, " ");

test("how much of a program was sent; all of it sent is not yet all of it kept", () => {
  const { rerender } = render(<Sending share={0.25} bytes={2000} />);
  expect(screen.getByRole("progressbar").getAttribute("aria-valuenow")).toBe("500");
  expect(text()).toContain("500 of 2000 bytes sent");
  rerender(<Sending share={1} bytes={2000} />);
  expect(text()).toContain("All 2000 bytes sent; the drive looks at them and keeps them");
});

test("present, enabled and running are told apart, and what nobody tells is said as that", () => {
  const { rerender } = render(<InIt now={{ present: true, enabled: false, identification: 0xcbf43926 }} />);
  expect(text()).toContain("a program is present (CBF43926); not enabled;");
  expect(text()).toContain("whether it runs not told");
  rerender(<InIt now={{ present: false, enabled: true, running: false, identification: 1 }} />);
  // Without a program in it the number says nothing.
  expect(text()).toContain("no program is present; enabled; not running");
});

test("which file goes on, what of it is kept, and what it does", () => {
  render(
    <OfProgram
      program={{
        disturbs: "Stops it first.",
        file: { attachment: 1, name: "mill-2.bin", hash: "ab", bytes: 1200, identification: 10 },
        keptAs: "mill-1.bin",
        now: { present: true },
      }}
    />,
  );
  expect(text()).toContain("mill-2.bin, 1200 bytes, 0000000A");
  expect(text()).toContain("mill-1.bin");
  expect(text()).toContain("Stops it first.");
});
