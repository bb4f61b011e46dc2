import type { CardView } from "./types";

/** How to reach a drive of a family, and how to feed it on a workbench; what would destroy it stands apart. */
export function ConnectionCard({ card, withoutMains }: { card: CardView; withoutMains?: string }) {
  const lines: Array<[string, string | undefined]> = [
    ["Cable", card.cable],
    ["Port on the drive", card.port],
    ["Switches", card.switches],
    ["At the keypad", card.keypad],
    ["On a workbench", card.bench],
    ["Without mains", withoutMains],
    ["Manual", card.manual],
  ];
  return (
    <div>
      <dl className="grid grid-cols-[8.5rem_1fr] gap-y-1 text-[15px]">
        {lines.map(
          ([name, text]) =>
            text && [
              <dt key={name} className="text-soft">
                {name}
              </dt>,
              <dd key={`${name}-text`}>{text}</dd>,
            ],
        )}
      </dl>
      {card.danger && (
        <p className="mt-2 border border-hairline border-l-4 border-l-vermilion bg-vermilion-ground rounded-page px-3 py-2 text-[15px]">
          <strong>Danger.</strong> {card.danger}
        </p>
      )}
    </div>
  );
}
