import { beforeEach, describe, expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { withPage } from "@/features/testing";
import { EMPTY_DRAFT, settingsOf, type LinkDraft } from "./link-draft";
import { LinkForm } from "./link-form";
import type { FamilyView } from "./types";

withPage();

const family: FamilyView = {
  id: "some-family",
  title: "Some Family",
  protocol: "modbus",
  framings: ["rtu", "tcp"],
  defaults: { port: 1502, unit: 9, baud: 9600, parity: "even", stopBits: 1 },
  speeds: [9600],
  card: undefined,
  withoutMains: undefined,
};
/** The draft as it was last told. */
let draft: LinkDraft;
beforeEach(() => {
  draft = EMPTY_DRAFT;
});

function Form({ onChange = (next: LinkDraft) => void (draft = next) }) {
  const [now, setNow] = useState(EMPTY_DRAFT);
  const change = (next: LinkDraft): void => {
    setNow(next);
    onChange(next);
  };
  return <LinkForm draft={now} families={[family]} onChange={change} />;
}

describe("the fields of a link", () => {
  test("what was typed for one kind is there again after another was tried", async () => {
    const user = userEvent.setup();
    render(<Form />);
    await user.type(screen.getByLabelText(/^Host/), "10.4.2.31");
    await user.click(screen.getByRole("radio", { name: /CANopen/ }));
    expect(draft.port).toBe("7000");
    await user.click(screen.getByRole("radio", { name: "Modbus TCP" }));
    expect(settingsOf(draft)).toEqual({
      ok: true,
      link: { kind: "modbus-tcp", host: "10.4.2.31", port: 502 },
    });
  });

  test("a port that a person typed is not taken for the usual one", async () => {
    const user = userEvent.setup();
    render(<Form />);
    await user.clear(screen.getByLabelText("Port"));
    await user.type(screen.getByLabelText("Port"), "1502");
    await user.click(screen.getByRole("radio", { name: /CANopen/ }));
    expect(draft.port).toBe("1502");
  });

  test("kinds are gone through with the arrow keys", async () => {
    const user = userEvent.setup();
    render(<Form />);
    await user.tab();
    expect(document.activeElement?.getAttribute("role")).toBe("radio");
    await user.keyboard("{ArrowDown}");
    expect(draft.kind).not.toBe(EMPTY_DRAFT.kind);
    await user.keyboard("{ArrowUp}");
    expect(draft.kind).toBe(EMPTY_DRAFT.kind);
  });

  test("a family's settings keep the host", async () => {
    const user = userEvent.setup();
    render(<Form />);
    await user.type(screen.getByLabelText(/^Host/), "10.4.2.31");
    await user.selectOptions(screen.getByLabelText("Set as a family leaves the factory"), "some-family");
    expect(draft).toMatchObject({ host: "10.4.2.31", port: "1502", unit: "9" });
  });

  test("what is missing is said in words", async () => {
    const user = userEvent.setup();
    render(<Form />);
    expect(settingsOf(draft)).toEqual({ ok: false, missing: "Type the network address." });
    await user.type(screen.getByLabelText(/^Host/), "10.4.2.31");
    await user.clear(screen.getByLabelText("Port"));
    await user.type(screen.getByLabelText("Port"), "99999");
    expect(settingsOf(draft)).toEqual({ ok: false, missing: "The port is a number from 1 to 65535." });
  });
});
