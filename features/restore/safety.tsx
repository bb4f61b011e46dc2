"use client";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import { restore, type SafetyWords } from "@/core/contract";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { moment } from "@/ui/when";

export interface SignOff extends SafetyWords {
  at: number;
  byName: string;
}

const atLeast = (letters: number) => ({ validate: (given: string) => given.trim().length >= letters });
const WORDS = atLeast(2);
const CHECK_SUM = atLeast(1);

/** The safe functions of a restored drive: not confirmed until a named person says how, with which check-sum, and how they were tested. */
export function Safety({ receipt, signOffs }: { receipt: number; signOffs: SignOff[] }) {
  const router = useRouter();
  const { plant } = usePlant();
  const form = useForm<SafetyWords>({
    defaultValues: { how: "", checkSum: "", functionTest: "" },
    mode: "onChange",
  });
  if (signOffs.length > 0)
    return (
      <section className="mb-4 bg-leaf border border-hairline rounded-page p-4 text-[15px]">
        <h2 className="font-semibold">Safe functions confirmed</h2>
        {signOffs.map((each) => (
          <p key={each.at}>
            {each.byName}, {moment(each.at)}: {each.how}. Check-sum{" "}
            <span className="font-mono">{each.checkSum}</span>. Function test: {each.functionTest}.
          </p>
        ))}
      </section>
    );
  const send = form.handleSubmit(async (body) => {
    const done = await act(restore.signOffSafety, { params: { plant, receipt }, body });
    if (done) router.refresh();
  });
  return (
    <div className="mb-4">
      <Notice kind="caution" title="Safe functions not confirmed">
        Parameters of safe functions are recorded and compared, and never written from here. Set and test them
        by the means of the vendor, then write down how.
        <Offered right="restore">
          <form className="mt-2 grid gap-2 max-w-xl no-print" onSubmit={(event) => void send(event)}>
            <Field label="How they were set and compared" {...form.register("how", WORDS)} />
            <Field
              label="Check-sum as the drive shows it"
              autoComplete="off"
              {...form.register("checkSum", CHECK_SUM)}
            />
            <Field
              label="Function test: what was tried, and what happened"
              {...form.register("functionTest", WORDS)}
            />
            <div>
              <Button type="submit" disabled={!form.formState.isValid || form.formState.isSubmitting}>
                I confirm the safe functions
              </Button>
            </div>
          </form>
        </Offered>
      </Notice>
    </div>
  );
}
