import { useState } from "react";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";

/** Why a file is not to be used any more. */
export function Withdraw({ onDone }: { onDone: (why: string) => void }) {
  const [why, setWhy] = useState("");
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(why);
      }}
    >
      <p>It stays, and is marked as not to be used any more.</p>
      <Field
        label="Why"
        value={why}
        required
        minLength={3}
        autoFocus
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button type="submit" rank="primary">
        Withdraw it
      </Button>
    </form>
  );
}
