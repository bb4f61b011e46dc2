import { useState } from "react";
import { DRIVE_EVENT_WORDS } from "@/core/contract";
import { MOVES, type Move } from "@/core/plant";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

const MOVE_WORDS: Record<Move, string> = {
  store: "in store, a spare",
  removed: "taken out, not decided yet",
  lent: "lent for a while, to come back",
  scrapped: "scrapped",
};
const NOTES = ["failed", "exchanged", "tested", "note"] as const;
const NOTE_ASKS: Record<(typeof NOTES)[number], string> = {
  failed: "How it failed, at what, and what was seen",
  exchanged: "Which part, for which, and by whom",
  tested: "What was tested, how, by whom, and the verdict",
  note: "The note",
};

/** What happened to a drive, as somebody writes it down. */
export function NoteForm({ onSend }: { onSend: (kind: (typeof NOTES)[number], text: string) => void }) {
  const [kind, setKind] = useState<(typeof NOTES)[number]>("failed");
  const [text, setText] = useState("");
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        onSend(kind, text);
      }}
    >
      <Select label="What" value={kind} onChange={(event) => setKind(event.target.value as typeof kind)}>
        {NOTES.map((each) => (
          <option key={each} value={each}>
            {DRIVE_EVENT_WORDS[each]}
          </option>
        ))}
      </Select>
      <Field
        label={NOTE_ASKS[kind]}
        value={text}
        required
        minLength={3}
        maxLength={500}
        onChange={(event) => setText(event.target.value)}
      />
      <Button type="submit" rank="primary">
        Write it down
      </Button>
    </form>
  );
}

/** Where a drive is from now on, and why. */
export function MoveForm({
  tag,
  onSend,
}: {
  tag: string | undefined;
  onSend: (body: { to: Move; place: string; why: string }) => void;
}) {
  const [where, setWhere] = useState<Move>("store");
  const [place, setPlace] = useState("");
  const [why, setWhy] = useState("");
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        onSend({ to: where, place, why });
      }}
    >
      {tag && <p>It leaves {tag}: that position counts as without a drive then.</p>}
      <Select label="It is" value={where} onChange={(event) => setWhere(event.target.value as typeof where)}>
        {MOVES.map((each) => (
          <option key={each} value={each}>
            {MOVE_WORDS[each]}
          </option>
        ))}
      </Select>
      <Field
        label={where === "lent" ? "Who has it, and where" : "Where it lies"}
        required={where === "lent"}
        value={place}
        maxLength={120}
        onChange={(event) => setPlace(event.target.value)}
      />
      <Field
        label={where === "lent" ? "What for, and until when" : "Verdict, and why"}
        value={why}
        required
        minLength={3}
        maxLength={500}
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button type="submit" rank="primary">
        Write it down
      </Button>
    </form>
  );
}
