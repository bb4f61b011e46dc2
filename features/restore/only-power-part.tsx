"use client";
import { NotTold } from "@/ui/not-told";

export interface ControlPart {
  /** What the definition says of moving it; absent where it does not. */
  told?: { needs: string; how: string; after: string };
  ratingName: string;
  /** Settings that depend on the rating, and so belong to the power part: code and name. */
  ofPowerPart: string[];
}

/** Where only the power part died: moving the control part over beside restoring onto a whole drive, with what each needs and what follows. */
export function OnlyPowerPart({ part: { told, ratingName, ofPowerPart } }: { part: ControlPart }) {
  return (
    <details className="mt-3 text-[15px]">
      <summary className="cursor-pointer min-h-8">
        Only the power part died: move the control part over instead?
      </summary>
      <div className="mt-1 grid sm:grid-cols-2 gap-4 border border-hairline rounded-page p-3">
        <section>
          <h3 className="font-semibold">Move the control part</h3>
          {told ? (
            <dl className="space-y-1">
              <Fact term="It needs">{told.needs}</Fact>
              <Fact term="How">{told.how}</Fact>
              <Fact term="Afterwards">{told.after}</Fact>
            </dl>
          ) : (
            <p>
              <NotTold>whether and how it is moved</NotTold>: look it up in the manual.
            </p>
          )}
          <p className="mt-1">
            Every value stays where it is: nothing is written. Connect it then; it is recognised by its
            control part, and that the power part is another one is said. Record it, so that the ledger knows.
          </p>
        </section>
        <section>
          <h3 className="font-semibold">Restore onto a whole drive</h3>
          <dl className="space-y-1">
            <Fact term="It needs">a {ratingName}, and its write permission where it asks for one.</Fact>
            <Fact term="Afterwards">
              every planned value is written and read back, and the receipt says what came of each. The former
              drive stays as it is, for finding out.
            </Fact>
          </dl>
        </section>
        <p className="sm:col-span-2 text-soft">
          {ofPowerPart.length === 0
            ? "No setting of this family depends on the rating, as its definition has it."
            : `${ofPowerPart.length} settings depend on the rating, and so on the power part: ${ofPowerPart.slice(0, 8).join(", ")}${ofPowerPart.length > 8 ? " and more" : ""}. Onto a power part of another rating they are carried over first.`}
        </p>
      </div>
    </details>
  );
}

function Fact({ term, children }: { term: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-soft">{term}</dt>
      <dd>{children}</dd>
    </div>
  );
}
