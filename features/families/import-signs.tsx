import type { Sign } from "@/core/definition";
import { ASKED_SIGNS, type AskedSign } from "@/core/format";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { NotTold } from "@/ui/not-told";
import { Select } from "@/ui/select";
import type { Choices } from "./import-types";
import { RegisterField } from "./register-field";

type About = NonNullable<Choices["about"]>;

const SIGN_WORDS: Record<AskedSign, string> = {
  running: "The motor turns",
  runCommand: "A run command stands",
  tripped: "It has tripped",
  volatile: "Values are not permanent yet",
};

/** Where a status register says what has to be known before anything is written. What is left open stays not told, and is asked of a person each time. */
export function ImportSigns({
  about,
  canopen,
  onChange,
}: {
  about: About;
  canopen: boolean;
  onChange: (about: About) => void;
}) {
  const first: Sign = { address: canopen ? "6041.00" : 0, bit: 0 };
  const { signs = {}, permission, asksNoPermission } = about;
  return (
    <div className="space-y-2 max-w-5xl">
      {canopen && (
        <p className="text-soft text-[15px]">
          A drive that follows CiA 402 tells of motor and trip in its status word; say more only where it does
          otherwise.
        </p>
      )}
      {ASKED_SIGNS.map((name) => (
        <SignRow
          key={name}
          title={SIGN_WORDS[name]}
          sign={signs[name]}
          first={first}
          canopen={canopen}
          onChange={(sign) => onChange({ ...about, signs: { ...signs, [name]: sign } })}
        />
      ))}
      <SignRow
        title="Write permission is given"
        unsaid={asksNoPermission ? "none is asked for" : undefined}
        onNone={(none) => onChange({ ...about, asksNoPermission: none || undefined, permission: undefined })}
        sign={permission?.given}
        first={first}
        canopen={canopen}
        onChange={(given) =>
          onChange({
            ...about,
            asksNoPermission: undefined,
            permission: given && { howTo: "", withoutIt: "refuses", ...permission, given },
          })
        }
      />
      {permission && (
        <div className="grid sm:grid-cols-[1fr_14rem] gap-3 pl-4">
          <Field
            label="What to press at the keypad to give it"
            value={permission.howTo}
            onChange={(event) =>
              onChange({ ...about, permission: { ...permission, howTo: event.target.value } })
            }
          />
          <Select
            label="A write without it"
            value={permission.withoutIt}
            onChange={(event) =>
              onChange({
                ...about,
                permission: { ...permission, withoutIt: event.target.value as "refuses" | "trips" },
              })
            }
          >
            <option value="refuses">is refused</option>
            <option value="trips">trips the drive</option>
          </Select>
        </div>
      )}
    </div>
  );
}

function SignRow({
  title,
  unsaid,
  onNone,
  sign,
  first,
  canopen,
  onChange,
}: {
  title: string;
  /** What is known although there is no place for it. */
  unsaid?: string;
  /** Somebody knows that there is no such thing; or takes that back. */
  onNone?: (none: boolean) => void;
  sign: Sign | undefined;
  first: Sign;
  canopen: boolean;
  onChange: (sign: Sign | undefined) => void;
}) {
  const whole = (text: string, most: number): number => Math.min(most, Number(text.replace(/\D/g, "")) || 0);
  return (
    <div className="flex flex-wrap items-end gap-2 border-b border-hairline pb-2 min-h-11">
      <p className="w-56 pb-2 text-[15px]">{title}</p>
      {!sign && (
        <>
          <span className="pb-2 w-40">
            {unsaid ? <span className="text-soft text-[15px]">{unsaid}</span> : <NotTold>where</NotTold>}
          </span>
          <Button onClick={() => onChange(first)}>Say where</Button>
          {onNone && (
            <Button rank="quiet" onClick={() => onNone(unsaid === undefined)}>
              {unsaid === undefined ? "None is asked for" : "Not told"}
            </Button>
          )}
        </>
      )}
      {sign && (
        <>
          <div className="w-32">
            {canopen ? (
              <Field
                label="Object"
                value={String(sign.address)}
                onChange={(event) => onChange({ ...sign, address: event.target.value })}
              />
            ) : (
              <RegisterField
                address={Number(sign.address)}
                onChange={(address) => onChange({ ...sign, address })}
              />
            )}
          </div>
          <Select
            label="It says so by"
            className="w-44"
            value={sign.bit === undefined ? "value" : "bit"}
            onChange={(event) =>
              onChange(
                event.target.value === "bit"
                  ? { ...sign, bit: 0, equals: undefined }
                  : { ...sign, bit: undefined, equals: 1 },
              )
            }
          >
            <option value="bit">a bit</option>
            <option value="value">a value</option>
          </Select>
          <div className="w-24">
            {sign.bit === undefined ? (
              <Field
                label="Value"
                inputMode="numeric"
                value={sign.equals ?? 0}
                onChange={(event) => onChange({ ...sign, equals: whole(event.target.value, 0xffffffff) })}
              />
            ) : (
              <Field
                label="Bit, from 0"
                inputMode="numeric"
                value={sign.bit}
                onChange={(event) => onChange({ ...sign, bit: whole(event.target.value, 15) })}
              />
            )}
          </div>
          <Select
            label="When it is set"
            className="w-36"
            value={sign.inverted ? "no" : "yes"}
            onChange={(event) =>
              onChange({ ...sign, inverted: event.target.value === "no" ? true : undefined })
            }
          >
            <option value="yes">yes</option>
            <option value="no">no, the other way</option>
          </Select>
          <Button rank="quiet" onClick={() => onChange(undefined)}>
            Not told
          </Button>
        </>
      )}
    </div>
  );
}
