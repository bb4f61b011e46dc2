import { Doorstep, LEAF } from "@/features/people/doorstep";
import { Join } from "@/features/people/join";
import { application } from "@/server/application";
import { invitationOf } from "@/server/people";
import { Link } from "@/ui/link";

export const metadata = { title: "Choose a password", referrer: "no-referrer" };
export const dynamic = "force-dynamic";

/** Open to whoever holds the address: it is the invitation. */
export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const app = await application();
  const found = /^[\w-]{10,100}$/.test(token) ? await invitationOf(app.db, token, app.now()) : undefined;
  if (!found)
    return (
      <Doorstep lead="This invitation does not hold any more: it was used or withdrawn, or is older than a week.">
        <div className={LEAF}>
          <p>Ask an administrator of the ledger for a new one.</p>
          <Link href="/sign-in" className="underline underline-offset-4">
            Sign in
          </Link>
        </div>
      </Doorstep>
    );
  return <Join token={token} name={found.name} email={found.email} again={found.userId !== null} />;
}
