"use client";
import { useForm } from "react-hook-form";
import { people } from "@/core/contract";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Doorstep, LEAF, useEnter } from "./doorstep";

export const SHORTEST = 10;

/** Where somebody who was asked in, or whose password was lost, chooses one. */
export function Join({
  token,
  name,
  email,
  again,
}: {
  token: string;
  name: string;
  email: string;
  again: boolean;
}) {
  const enter = useEnter();
  const form = useForm({ defaultValues: { password: "", repeated: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async ({ password, repeated }) => {
    if (password.length < SHORTEST)
      return form.setError("password", {
        message: `At least ${SHORTEST} characters; several words are easiest.`,
      });
    if (password !== repeated) return form.setError("repeated", { message: "The two are not the same." });
    const answer = await ask(people.join, { body: { token, password } });
    if (!answer.ok)
      return form.setError("password", { message: `${answer.trouble.text} ${answer.trouble.remedy}` });
    await enter(answer.value.email, password);
  });
  return (
    <Doorstep
      lead={
        again
          ? `${name}, choose a new password for ${email}. Every sign-in with the old one ends.`
          : `${name}, choose the password with which ${email} signs in.`
      }
    >
      <form onSubmit={(event) => void submit(event)} className={LEAF}>
        <input type="hidden" autoComplete="username" value={email} readOnly />
        <Field
          label="Password"
          type="password"
          autoComplete="new-password"
          autoFocus
          {...form.register("password")}
          error={errors.password?.message}
        />
        <Field
          label="The same again"
          type="password"
          autoComplete="new-password"
          {...form.register("repeated")}
          error={errors.repeated?.message}
        />
        <Button type="submit" rank="primary" disabled={isSubmitting} className="w-full">
          Choose it and sign in
        </Button>
      </form>
    </Doorstep>
  );
}
