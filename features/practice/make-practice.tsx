"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { practice } from "@/core/contract";
import { plantPath } from "@/features/house/plant-path";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";

/** Makes the practice plant and goes there; where it is made already, it goes there. */
export function MakePractice() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const make = async (): Promise<void> => {
    setBusy(true);
    const made = await act(practice.makePractice, {});
    if (made) router.push(plantPath(made.value.slug, "/exercises"));
    else setBusy(false);
  };
  return (
    <Button
      disabled={busy}
      title="Stand-ins only, with exercises; everybody with an account belongs to it"
      onClick={() => void make()}
    >
      Make a practice plant
    </Button>
  );
}
