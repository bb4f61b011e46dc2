"use client";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { people } from "@/core/contract";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import { BeginWithCopy, type TakenCopy } from "./begin-with-copy";
import { Doorstep, LEAF, useEnter } from "./doorstep";
import { SHORTEST } from "./join";

/** The first page of an empty ledger: its plant, and the person who looks after it. */
export function Begin() {
  const [taken, setTaken] = useState<TakenCopy>();
  const enter = useEnter();
  const form = useForm({ defaultValues: { code: "", plant: "", name: "", email: "", password: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (given) => {
    if (given.password.length < SHORTEST)
      return form.setError("password", {
        message: `At least ${SHORTEST} characters; several words are easiest.`,
      });
    const answer = await ask(people.begin, { body: given });
    if (!answer.ok) {
      const { kind, text, remedy } = answer.trouble;
      // A field that is not right is named in quotes.
      const named = (["plant", "name", "email"] as const).find((each) => text.includes(`"${each}"`));
      const field = kind === "no-right" ? "code" : (named ?? "password");
      return form.setError(field, { message: `${text} ${remedy}` });
    }
    await enter(given.email, given.password);
  });
  if (taken)
    return (
      <Doorstep lead={`The copy of ${moment(Date.parse(taken.at))} is taken in.`}>
        <div role="status" className={LEAF}>
          <p>Every table is as it was copied, {taken.rows} rows in all.</p>
          <p>
            <Link href="/sign-in" className="underline underline-offset-4">
              Sign in
            </Link>{" "}
            with the account you had there.
          </p>
        </div>
      </Doorstep>
    );
  return (
    <Doorstep lead="This ledger is empty. Name the plant and the person who looks after it; everybody else is asked in later.">
      <form onSubmit={(event) => void submit(event)} className={LEAF}>
        <Field
          label="Code"
          hint="Printed where the program was started."
          autoComplete="off"
          autoFocus
          required
          {...form.register("code")}
          error={errors.code?.message}
        />
        <Field
          label="Plant"
          required
          minLength={2}
          {...form.register("plant")}
          error={errors.plant?.message}
        />
        <Field
          label="Your name"
          autoComplete="name"
          required
          minLength={2}
          {...form.register("name")}
          error={errors.name?.message}
        />
        <Field
          label="Your e-mail address"
          type="email"
          autoComplete="username"
          required
          {...form.register("email")}
          error={errors.email?.message}
        />
        <Field
          label="Password"
          type="password"
          autoComplete="new-password"
          required
          {...form.register("password")}
          error={errors.password?.message}
        />
        <Button type="submit" rank="primary" disabled={isSubmitting} className="w-full">
          Begin the ledger
        </Button>
      </form>
      <BeginWithCopy onTaken={setTaken} />
    </Doorstep>
  );
}
