"use client";
import { LINK_KINDS, LINK_WORDS, PARITIES } from "@/core/link";
import { Choice } from "@/ui/choice";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";
import { asFamily, speakers, type LinkDraft } from "./link-draft";
import { SerialPortList } from "./serial-port-list";
import type { FamilyView } from "./types";

const SPEEDS = [4800, 9600, 19_200, 38_400, 57_600, 115_200];

/** The fields of a link, by its kind. Whatever was filled in for another kind is not lost. */
export function LinkForm({
  draft,
  families,
  onChange,
}: {
  draft: LinkDraft;
  families: FamilyView[];
  onChange: (draft: LinkDraft) => void;
}) {
  const set = (part: Partial<LinkDraft>): void => onChange({ ...draft, ...part });
  const setKind = (kind: LinkDraft["kind"]): void => {
    // 502 and 7000 are only what is usual: what a person typed stays.
    const usual = draft.port === "502" || draft.port === "7000" || draft.port === "";
    set({ kind, ...(usual ? { port: kind === "canopen-gateway" ? "7000" : "502" } : {}) });
  };
  const speeds = [...new Set([...SPEEDS, ...families.flatMap((each) => each.speeds), draft.baud])].sort(
    (a, b) => a - b,
  );
  const speaking = speakers(families, draft);
  return (
    <div className="space-y-3">
      <Choice label="Kind of link" shape="list" values={LINK_KINDS} chosen={draft.kind} onChoose={setKind}>
        {(kind) => LINK_WORDS[kind]}
      </Choice>
      {draft.kind === "modbus-serial" ? (
        <>
          <SerialPortList path={draft.path} onChange={(path) => set({ path })} />
          <div className="grid grid-cols-2 gap-3">
            <Select
              label="Speed"
              value={draft.baud}
              onChange={(event) => set({ baud: Number(event.target.value) })}
            >
              {speeds.map((each) => (
                <option key={each} value={each}>
                  {each.toLocaleString("en")} baud
                </option>
              ))}
            </Select>
            <Select
              label="Parity"
              value={draft.parity}
              onChange={(event) => set({ parity: event.target.value as LinkDraft["parity"] })}
            >
              {PARITIES.map((each) => (
                <option key={each} value={each}>
                  {each}
                </option>
              ))}
            </Select>
            <Select
              label="Stop bits"
              value={draft.stopBits}
              onChange={(event) => set({ stopBits: Number(event.target.value) as 1 | 2 })}
            >
              <option value={1}>1</option>
              <option value={2}>2</option>
            </Select>
            <Select
              label="Way of writing"
              value={draft.framing}
              onChange={(event) => set({ framing: event.target.value as LinkDraft["framing"] })}
            >
              <option value="rtu">RTU</option>
              <option value="ascii">ASCII</option>
            </Select>
          </div>
        </>
      ) : (
        <div className="grid grid-cols-[1fr_6rem] items-end gap-3">
          <Field
            label={
              draft.kind === "modbus-tcp"
                ? "Host: address of the drive or its gateway"
                : "Host: address of the gateway"
            }
            value={draft.host}
            onChange={(event) => set({ host: event.target.value })}
            placeholder="10.4.2.31"
          />
          <Field
            label="Port"
            value={draft.port}
            onChange={(event) => set({ port: event.target.value })}
            inputMode="numeric"
          />
          {draft.kind === "canopen-gateway" && (
            <>
              <Field
                label="Questions the gateway can hold at once"
                value={draft.inFlight}
                onChange={(event) => set({ inFlight: event.target.value })}
                inputMode="numeric"
              />
              <Field
                label="Network (empty: it knows one only)"
                value={draft.net}
                onChange={(event) => set({ net: event.target.value })}
                inputMode="numeric"
              />
            </>
          )}
        </div>
      )}
      {speaking.length > 0 && (
        <Select
          label="Set as a family leaves the factory"
          value=""
          onChange={(event) => {
            const family = families.find((each) => each.id === event.target.value);
            if (family) onChange(asFamily(draft, family));
          }}
        >
          <option value="">{draft.kind === "modbus-serial" ? "keeps the port" : "keeps the host"}</option>
          {speaking.map((each) => (
            <option key={each.id} value={each.id}>
              {each.title}
            </option>
          ))}
        </Select>
      )}
    </div>
  );
}
