"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { door, PLANT_ROLES, type PlantRole } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { Select } from "@/ui/select";
import { day, moment } from "@/ui/when";

export interface TokenView {
  id: number;
  name: string;
  role: PlantRole;
  plant: string;
  byName: string;
  expiresAt: number;
  lastUsedAt: number | undefined;
}

/** Ways in for other programs: each for one plant, with a role, until a day. */
export function TokenList({
  tokens,
  plants,
}: {
  tokens: TokenView[];
  plants: Array<{ slug: string; name: string }>;
}) {
  const router = useRouter();
  const { plant: here, to } = usePlant();
  const [open, setOpen] = useState(false);
  const [made, setMade] = useState<string>();
  const [ending, setEnding] = useState<TokenView>();
  const [name, setName] = useState("");
  const [plant, setPlant] = useState(here);
  const [role, setRole] = useState<PlantRole>("reader");
  const [days, setDays] = useState("90");
  const make = async (): Promise<void> => {
    const done = await act(door.makeToken, { body: { name, plant, role, days: Number(days) } });
    if (!done) return;
    setMade(done.value.token);
    router.refresh();
  };
  const end = async (token: number): Promise<void> => {
    setEnding(undefined);
    if (await act(door.revokeToken, { params: { token } })) router.refresh();
  };
  return (
    <section>
      <div className="flex items-center gap-3 mt-6 mb-1">
        <h2 className="font-semibold flex-1">Other programs</h2>
        <Link
          className="underline underline-offset-4 decoration-hairline hover:decoration-copper text-[15px]"
          href={to("/interface")}
        >
          What they may ask
        </Link>
        <Button
          onClick={() => {
            setMade(undefined);
            setName("");
            setOpen(true);
          }}
        >
          Make a token
        </Button>
      </div>
      <ul className="bg-leaf border border-hairline">
        {tokens.length === 0 && <li className="px-4 py-2 text-soft">No other program has a way in.</li>}
        {tokens.map((each) => (
          <li
            key={each.id}
            className="border-t border-hairline first:border-t-0 px-4 py-1.5 flex items-center gap-3"
          >
            <span className="flex-1">
              {each.name}{" "}
              <span className="text-soft text-[14px]">
                {each.role} of {each.plant}, made by {each.byName}, until {day(each.expiresAt)};{" "}
                {each.lastUsedAt ? `used ${moment(each.lastUsedAt)}` : "never used"}
              </span>
            </span>
            <Button rank="quiet" onClick={() => setEnding(each)}>
              End it
            </Button>
          </li>
        ))}
      </ul>
      <Dialog
        open={ending !== undefined}
        title={`End the token ${ending?.name ?? ""}`}
        onClose={() => setEnding(undefined)}
      >
        <p>
          The program that uses it is turned away from now on. A token does not come back: another one is made
          and given to the program.
        </p>
        <div className="flex gap-3 mt-4">
          <Button rank="primary" onClick={() => ending && void end(ending.id)}>
            End the token
          </Button>
          <Button rank="quiet" onClick={() => setEnding(undefined)}>
            Leave it
          </Button>
        </div>
      </Dialog>
      <Dialog open={open} title="A token for another program" onClose={() => setOpen(false)}>
        {made ? (
          <div className="space-y-4">
            <p>It is shown only now: only its hash is kept. The program sends it as a bearer token.</p>
            <input
              readOnly
              aria-label="Token"
              value={made}
              onFocus={(event) => event.target.select()}
              className="w-full min-h-9 font-mono text-[14px] border border-hairline rounded-page px-3 bg-paper"
            />
            <Button rank="primary" onClick={() => setOpen(false)}>
              Done
            </Button>
          </div>
        ) : (
          <form
            className="space-y-3"
            onSubmit={(event) => {
              event.preventDefault();
              void make();
            }}
          >
            <Field
              label="What for"
              value={name}
              required
              minLength={2}
              onChange={(event) => setName(event.target.value)}
            />
            <Select label="Plant" value={plant} onChange={(event) => setPlant(event.target.value)}>
              {plants.map((each) => (
                <option key={each.slug} value={each.slug}>
                  {each.name}
                </option>
              ))}
            </Select>
            <Select label="As" value={role} onChange={(event) => setRole(event.target.value as PlantRole)}>
              {PLANT_ROLES.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </Select>
            <Field
              label="Holds for so many days"
              type="number"
              min={1}
              max={366}
              required
              value={days}
              onChange={(event) => setDays(event.target.value)}
            />
            <Button type="submit" rank="primary">
              Make it
            </Button>
          </form>
        )}
      </Dialog>
    </section>
  );
}
