"use client";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";

const DEMO = { email: "ines@tarnhollow.example", password: "quiet-kiln-26" };

/** The first page: who is it? Everything that is done afterwards carries this name. */
export function SignIn({ demo }: { demo: boolean }) {
  const router = useRouter();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [error, setError] = useState("");
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setBusy(true);
    setError("");
    const response = await fetch("/api/auth/sign-in/email", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ email, password }),
    }).catch(() => undefined);
    setBusy(false);
    if (response?.ok) {
      router.push("/");
      router.refresh();
      return;
    }
    const said = (await response?.json().catch(() => undefined)) as { message?: string } | undefined;
    if (response === undefined) setError("Calm Ledger does not answer. Check that the program runs.");
    else if (response.status === 429) setError(said?.message ?? "Too many tries. Wait a little.");
    else setError("Address and password do not belong together. Check both; capitals count.");
  };
  return (
    <main className="min-h-dvh grid place-items-center p-6">
      <div className="w-full max-w-sm">
        <h1 className="text-3xl font-semibold tracking-tight">Calm Ledger</h1>
        <p className="text-soft mt-1 mb-6">
          The parameters of the plant&rsquo;s drives, recorded and ready to be restored.
        </p>
        <form
          onSubmit={(event) => void submit(event)}
          className="bg-leaf border border-hairline border-t-[3px] border-t-copper rounded-page p-6 space-y-4"
        >
          <Field
            label="E-mail address"
            type="email"
            autoComplete="username"
            required
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            autoFocus
          />
          <Field
            label="Password"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            error={error}
          />
          <Button type="submit" rank="primary" disabled={busy} className="w-full">
            Sign in
          </Button>
        </form>
        {demo && (
          <div className="mt-4 text-[15px] text-soft">
            <p>
              This is the demo plant, Tarn Hollow Tileworks. {DEMO.email} signs in with {DEMO.password}.
            </p>
            <Button
              rank="quiet"
              className="mt-1 -ml-3.5 underline underline-offset-4"
              onClick={() => {
                setEmail(DEMO.email);
                setPassword(DEMO.password);
              }}
            >
              Fill that in
            </Button>
          </div>
        )}
      </div>
    </main>
  );
}
