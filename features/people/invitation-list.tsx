"use client";
import { useRouter } from "next/navigation";
import { toast } from "sonner";
import { people } from "@/core/contract";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { moment } from "@/ui/when";

export interface InvitationView {
  id: number;
  name: string;
  email: string;
  /** For an account that is there: its owner chooses a new password. */
  forPassword: boolean;
  byName: string;
  expiresAt: number;
}

/** Addresses at which somebody may still choose a password; an address that reached the wrong hands is withdrawn. */
export function InvitationList({ invitations }: { invitations: InvitationView[] }) {
  const router = useRouter();
  if (invitations.length === 0) return null;
  return (
    <>
      <h2 className="font-semibold mt-6 mb-1">Handed out, not used yet</h2>
      <ul className="bg-leaf border border-hairline">
        {invitations.map(({ id, name, email, forPassword, byName, expiresAt }) => (
          <li
            key={id}
            className="border-t border-hairline first:border-t-0 px-4 py-1.5 flex flex-wrap items-center gap-x-3"
          >
            <span className="flex-1 min-w-60">
              {name} <span className="text-soft">{email}</span>,{" "}
              {forPassword ? "a new password, by" : "asked in by"} {byName}; holds until {moment(expiresAt)}
            </span>
            <Button
              rank="quiet"
              onClick={() =>
                void act(people.withdrawInvitation, { params: { invitation: id } }).then((done) => {
                  if (done) toast.success(`The address of ${name} does not hold any more.`);
                  router.refresh();
                })
              }
            >
              Withdraw
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
