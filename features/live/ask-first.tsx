"use client";
import { useState, type ReactNode } from "react";
import type { Result, Trouble } from "@/core/drive";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { complain } from "./ask";

interface Asked {
  trouble: Trouble;
  words: string;
  agree: (agreed: boolean) => void;
}

/**
 * For an action that may have consequences to agree to. `askFirst` does it; where the server asks first, the question is put to the person with these
 * words on the button, and on a yes it is done all the same. Gives undefined when it was not done. `question` is to be drawn.
 */
export function useAskFirst() {
  const [asked, setAsked] = useState<Asked>();
  const answer = (agreed: boolean): void => {
    asked?.agree(agreed);
    setAsked(undefined);
  };
  async function askFirst<A>(
    words: string,
    act: (although?: boolean) => Promise<Result<A>>,
  ): Promise<{ value: A } | undefined> {
    let result = await act();
    if (!result.ok && result.trouble.kind === "ask-first") {
      const { trouble } = result;
      const agreed = await new Promise<boolean>((agree) => setAsked({ trouble, words, agree }));
      if (!agreed) return undefined;
      result = await act(true);
    }
    if (result.ok) return { value: result.value };
    complain(result.trouble);
    return undefined;
  }
  const question: ReactNode = (
    <Dialog open={asked !== undefined} title="Before you do this" onClose={() => answer(false)}>
      <p>{asked?.trouble.text}</p>
      <p className="text-soft mt-1">{asked?.trouble.remedy}</p>
      <div className="flex flex-wrap gap-2 mt-4">
        <Button rank="primary" onClick={() => answer(true)}>
          {asked?.words}
        </Button>
        <Button rank="quiet" onClick={() => answer(false)}>
          Leave it as it is
        </Button>
      </div>
    </Dialog>
  );
  return { askFirst, question };
}
