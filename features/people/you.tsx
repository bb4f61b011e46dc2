"use client";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import { toast } from "sonner";
import { people } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import { SHORTEST } from "./join";

interface Props {
  name: string;
  email: string;
  standing: string[];
  sessions: Array<{ id: string; since: number; browser: string; here: boolean }>;
}

/** One's own account: what one is, one's password, where one is signed in. */
export function You({ name, email, standing, sessions }: Props) {
  const router = useRouter();
  const { to } = usePlant();
  const end = async (session?: string): Promise<void> => {
    if (!(await act(people.endOwnSessions, { body: { session } }))) return;
    toast.success(session ? "That sign-in has ended." : "All other sign-ins have ended.");
    router.refresh();
  };
  return (
    <div className="px-6 py-6 max-w-3xl w-full mx-auto space-y-6 max-sm:px-4">
      <div>
        <h1 className="text-xl font-semibold">{name}</h1>
        <p className="text-soft">{email}</p>
        <ul className="mt-1">
          {standing.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
        <p className="mt-2">
          <Link
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            href={to("/interface")}
          >
            What other programs may ask
          </Link>
        </p>
      </div>
      <ChangePassword />
      <section>
        <h2 className="font-semibold mb-1">Where you are signed in</h2>
        <ul className="bg-leaf border border-hairline">
          {byPlace(sessions).map((each) => (
            <li
              key={each.id}
              className="border-t border-hairline first:border-t-0 px-4 py-1.5 flex items-center gap-3 min-h-11"
            >
              <span className="flex-1">
                {each.browser} <span className="text-soft">since {moment(each.since)}</span>
              </span>
              {each.here ? (
                <span className="text-soft text-[15px]">here</span>
              ) : (
                <Button rank="quiet" onClick={() => void end(each.id)}>
                  End it
                </Button>
              )}
            </li>
          ))}
        </ul>
        {sessions.length > 1 && (
          <Button className="mt-3" onClick={() => void end()}>
            End all others
          </Button>
        )}
      </section>
    </div>
  );
}

/** This one first, then the newest. */
function byPlace(sessions: Props["sessions"]): Props["sessions"] {
  return sessions.toSorted((one, other) => Number(other.here) - Number(one.here) || other.since - one.since);
}

function ChangePassword() {
  const router = useRouter();
  const form = useForm({ defaultValues: { current: "", next: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async ({ current, next }) => {
    if (next.length < SHORTEST)
      return form.setError("next", {
        message: `At least ${SHORTEST} characters; several words are easiest.`,
      });
    const response = await fetch("/api/auth/change-password", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ currentPassword: current, newPassword: next, revokeOtherSessions: true }),
    }).catch(() => undefined);
    if (!response?.ok) {
      const words = await whyNotChanged(response);
      return form.setError("current", { message: words });
    }
    form.reset();
    toast.success("Your password is changed. Your other sign-ins have ended.");
    router.refresh();
  });
  return (
    <form onSubmit={(event) => void submit(event)} className="space-y-3 max-w-sm">
      <h2 className="font-semibold">Password</h2>
      <Field
        label="As it is now"
        type="password"
        autoComplete="current-password"
        required
        {...form.register("current")}
        error={errors.current?.message}
      />
      <Field
        label="The new one"
        type="password"
        autoComplete="new-password"
        required
        {...form.register("next")}
        error={errors.next?.message}
      />
      <Button type="submit" disabled={isSubmitting}>
        Change it
      </Button>
    </form>
  );
}

async function whyNotChanged(response: Response | undefined): Promise<string> {
  if (response === undefined) return "Calm Ledger does not answer. Nothing is changed.";
  if (response.status === 400) return "This is not your password as it is now.";
  if (response.status === 401) return "You are not signed in any more. Sign in again, then change it.";
  if (response.status !== 429) return "Calm Ledger had a fault; its log says why. Nothing is changed.";
  const said = (await response.json().catch(() => undefined)) as { message?: string } | undefined;
  return said?.message ?? "Too many tries. Wait a little.";
}
