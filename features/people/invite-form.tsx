"use client";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { people } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { RoleChoice, type Chosen } from "./role-choice";

/** Whom one asks in, and as what; a technician of this plant unless said otherwise. */
export function InviteForm({
  plants,
  onDone,
}: {
  plants: Array<{ slug: string; name: string }>;
  onDone: (name: string, path: string) => void;
}) {
  const { plant } = usePlant();
  const [chosen, setChosen] = useState<Chosen>({
    administrator: false,
    roles: [{ plant, role: "technician" }],
  });
  const form = useForm({ defaultValues: { name: "", email: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (given) => {
    const answer = await ask(people.invite, { body: { ...given, ...chosen } });
    if (answer.ok) onDone(given.name, answer.value.path);
    else form.setError("email", { message: `${answer.trouble.text} ${answer.trouble.remedy}` });
  });
  return (
    <form onSubmit={(event) => void submit(event)} className="space-y-4">
      <Field label="Name" required minLength={2} autoFocus {...form.register("name")} />
      <Field
        label="E-mail address"
        type="email"
        required
        {...form.register("email")}
        error={errors.email?.message}
      />
      <RoleChoice plants={plants} chosen={chosen} onChange={setChosen} />
      <Button type="submit" rank="primary" disabled={isSubmitting}>
        Make the invitation
      </Button>
    </form>
  );
}
