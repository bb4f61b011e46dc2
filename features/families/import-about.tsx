import type { ImportAbout } from "@/core/format";
import { Field } from "@/ui/field";

/** Whose drive it is: what no list says of itself. */
export function ImportAboutForm({
  about,
  onChange,
}: {
  about: ImportAbout;
  onChange: (about: ImportAbout) => void;
}) {
  const set = (part: Partial<ImportAbout>): void => onChange({ ...about, ...part });
  return (
    <div className="grid sm:grid-cols-2 lg:grid-cols-4 gap-3 max-w-5xl">
      <Field
        label="Vendor"
        value={about.vendor}
        onChange={(event) => set({ vendor: event.target.value })}
        maxLength={60}
        required
      />
      <Field
        label="Family"
        value={about.family}
        onChange={(event) => set({ family: event.target.value })}
        maxLength={60}
        required
      />
      <Field
        label="Holds from firmware"
        value={about.firmwareFrom}
        onChange={(event) => set({ firmwareFrom: event.target.value })}
        pattern="\d+(\.\d+)*"
        title="Such as 4.6"
        hint="0 when it is the same for all"
      />
      <Field
        label="Supply, if all are alike"
        value={about.supply}
        onChange={(event) => set({ supply: event.target.value })}
        maxLength={40}
        placeholder="3 × 400 V"
        hint="Else compare type plates at a restore"
      />
      <div className="sm:col-span-2 lg:col-span-4">
        <Field
          label="What it is, in a sentence"
          value={about.about}
          onChange={(event) => set({ about: event.target.value })}
          maxLength={400}
        />
      </div>
    </div>
  );
}
