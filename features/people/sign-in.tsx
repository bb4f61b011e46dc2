"use client";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Doorstep, LEAF } from "./doorstep";

const DEMO = { email: "ines@tarnhollow.example", password: "quiet-kiln-26" };

/** The first page: who is it? Everything that is done afterwards carries this name. */
export function SignIn({ demo }: { demo: boolean }) {
  const router = useRouter();
  const form = useForm({ defaultValues: { email: "", password: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (given) => {
    const response = await fetch("/api/auth/sign-in/email", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(given),
    }).catch(() => undefined);
    if (response?.ok) {
      router.push("/");
      router.refresh();
      return;
    }
    form.setError("password", { message: await whyNot(response) });
  });
  return (
    <Doorstep lead="The parameters of the plant’s drives, recorded and ready to be restored.">
      <form onSubmit={(event) => void submit(event)} className={LEAF}>
        <Field
          label="E-mail address"
          type="email"
          autoComplete="username"
          required
          {...form.register("email")}
          autoFocus
        />
        <Field
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          {...form.register("password")}
          error={errors.password?.message}
        />
        <Button type="submit" rank="primary" disabled={isSubmitting} className="w-full">
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
            className="mt-1 -ml-[15px] underline underline-offset-4"
            onClick={() => form.reset(DEMO)}
          >
            Fill that in
          </Button>
        </div>
      )}
    </Doorstep>
  );
}

/** Why somebody was not let in, in words. */
async function whyNot(response: Response | undefined): Promise<string> {
  if (response === undefined) return "Calm Ledger does not answer. Check that the program runs.";
  if (response.status >= 500)
    return "Whether they belong together could not be looked up. Try again; the program's log says why.";
  if (response.status !== 429 && response.status !== 403)
    return "Address and password do not belong together. Check both; capitals count.";
  const said = (await response.json().catch(() => undefined)) as { message?: string } | undefined;
  return said?.message ?? "Too many tries. Wait a little.";
}
