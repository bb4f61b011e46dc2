"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { people } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button, ButtonLink } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { day } from "@/ui/when";
import { InvitationList, type InvitationView } from "./invitation-list";
import { InviteForm } from "./invite-form";
import { PlantList } from "./plant-list";
import { RoleChoice, type Chosen } from "./role-choice";
import { TokenList, type TokenView } from "./token-list";
import { WayIn } from "./way-in";

export interface AccountView extends Chosen {
  id: string;
  name: string;
  email: string;
  closedAt: number | undefined;
  sessions: number;
}

interface Props {
  own: string;
  accounts: AccountView[];
  invitations: InvitationView[];
  plants: Array<{ slug: string; name: string; practice: boolean }>;
  tokens: TokenView[];
}

/** Who signs in, and what they are where. */
export function PeoplePage({ own, accounts, invitations, plants, tokens }: Props) {
  const { to } = usePlant();
  const [inviting, setInviting] = useState(false);
  const [way, setWay] = useState<{ name: string; path: string }>();
  return (
    <div className="px-6 py-6 max-w-5xl w-full mx-auto max-sm:px-4">
      <div className="flex flex-wrap items-center gap-3 mb-3">
        <h1 className="text-xl font-semibold flex-1">People</h1>
        <ButtonLink href={to("/copies")}>Copies of the ledger</ButtonLink>
        <Button rank="primary" onClick={() => setInviting(true)}>
          Ask somebody in
        </Button>
      </div>
      <ul className="bg-leaf border border-hairline">
        {accounts.map((each) => (
          <AccountRow
            key={each.id}
            account={each}
            self={each.id === own}
            plants={plants}
            onWay={(path) => setWay({ name: each.name, path })}
          />
        ))}
      </ul>
      <InvitationList invitations={invitations} />
      <PlantList plants={plants} />
      <TokenList tokens={tokens} plants={plants} />
      <Dialog open={inviting} title="Ask somebody in" onClose={() => setInviting(false)}>
        <InviteForm
          plants={plants}
          onDone={(name, path) => {
            setInviting(false);
            setWay({ name, path });
          }}
        />
      </Dialog>
      <Dialog open={way !== undefined} title="The way in" onClose={() => setWay(undefined)}>
        {way && <WayIn {...way} onClose={() => setWay(undefined)} />}
      </Dialog>
    </div>
  );
}

const standingWords = ({ administrator, roles }: Chosen, plants: Props["plants"]): string =>
  administrator
    ? "administrator"
    : roles
        .map(({ plant, role }) => `${role} of ${plants.find((each) => each.slug === plant)?.name ?? plant}`)
        .join(", ") || "belongs to no plant";

function AccountRow({
  account,
  self,
  plants,
  onWay,
}: {
  account: AccountView;
  self: boolean;
  plants: Props["plants"];
  onWay: (path: string) => void;
}) {
  const router = useRouter();
  const [chosen, setChosen] = useState<Chosen>();
  const [closing, setClosing] = useState(false);
  const params = { person: account.id };
  const done = (words: string) => (answer: object | undefined) => {
    if (!answer) return;
    toast.success(words);
    setChosen(undefined);
    setClosing(false);
    router.refresh();
  };
  return (
    <li className="border-t border-hairline first:border-t-0 px-4 py-2.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <div className="flex-1 min-w-60">
          <p className={account.closedAt ? "text-soft line-through" : "font-medium"}>
            {account.name}
            {self && <span className="text-soft font-normal"> (you)</span>}
          </p>
          <p className="text-soft text-[14px]">
            {account.email}; {standingWords(account, plants)}
            {account.closedAt
              ? `; closed ${day(account.closedAt)}`
              : `; ${account.sessions === 0 ? "signed in nowhere" : `signed in ${account.sessions === 1 ? "once" : `${account.sessions} times`}`}`}
          </p>
        </div>
        {account.closedAt ? (
          <Button
            onClick={() =>
              void act(people.reopenPerson, { params }).then(done(`${account.name} may sign in again.`))
            }
          >
            Open again
          </Button>
        ) : (
          <>
            <Button onClick={() => setChosen(account)}>Change</Button>
            <Button
              onClick={() =>
                void act(people.newPassword, { params }).then((answer) => answer && onWay(answer.value.path))
              }
            >
              New password
            </Button>
            <Button
              disabled={account.sessions === 0}
              onClick={() =>
                void act(people.endPersonSessions, { params }).then(
                  done(`${account.name} is signed out everywhere.`),
                )
              }
            >
              Sign out
            </Button>
            <Button disabled={self} onClick={() => setClosing(true)}>
              Close account
            </Button>
          </>
        )}
      </div>
      <Dialog
        open={chosen !== undefined}
        title={`What ${account.name} may do`}
        onClose={() => setChosen(undefined)}
      >
        {chosen && <RoleChoice plants={plants} chosen={chosen} onChange={setChosen} />}
        <div className="flex gap-3 mt-4">
          <Button
            rank="primary"
            onClick={() =>
              void act(people.changePerson, {
                params,
                body: { administrator: chosen!.administrator, roles: chosen!.roles },
              }).then(done(`Kept for ${account.name}.`))
            }
          >
            Keep this
          </Button>
          <Button rank="quiet" onClick={() => setChosen(undefined)}>
            Leave it
          </Button>
        </div>
      </Dialog>
      <Dialog open={closing} title={`Close the account of ${account.name}`} onClose={() => setClosing(false)}>
        <p>
          Every sign-in ends, and nobody signs in with {account.email} any more. What was done under this name
          stays: records, receipts, the journal. A restore that {account.name} began stays open, for somebody
          else to go on with. The account can be opened again.
        </p>
        <div className="flex gap-3 mt-4">
          <Button
            rank="primary"
            onClick={() =>
              void act(people.closePerson, { params }).then(done(`The account of ${account.name} is closed.`))
            }
          >
            Close the account
          </Button>
          <Button rank="quiet" onClick={() => setClosing(false)}>
            Leave it open
          </Button>
        </div>
      </Dialog>
    </li>
  );
}
