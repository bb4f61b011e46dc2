"use client";
import { useDeferredValue, useState } from "react";
import { addressOf, door, type FieldInWords, type WayInWords } from "@/core/contract";
import { plantPath } from "@/features/house/plant-path";
import { Offered } from "@/features/house/rights";
import { FindField } from "@/ui/find-field";
import { Link } from "@/ui/link";
import { Empty } from "@/ui/notice";

interface Props {
  plant: string;
  ways: WayInWords[];
  always: WayInWords["troubles"];
}

const LINK = "underline underline-offset-4 decoration-hairline hover:decoration-copper";

/** What other programs may ask and change, read from the contract that the pages use themselves. */
export function InterfacePage({ plant, ways, always }: Props) {
  const [find, setFind] = useState("");
  const words = useDeferredValue(find).toLowerCase().split(/\s+/).filter(Boolean);
  const shown = ways.filter((each) => {
    const text = `${each.method} ${each.address} ${each.about} ${each.does} ${each.from}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  const abouts = [...new Set(shown.map((each) => each.about))];
  return (
    <div className="px-6 max-sm:px-3 py-4 max-w-5xl w-full mx-auto">
      <h1 className="text-xl font-semibold">For other programs</h1>
      <p className="max-w-3xl my-2">
        Reports, a maintenance system, a script: whatever stands here can be asked for by a program, with a
        token in one plant and the role that the token has. Live work is none of it: a person acknowledges the
        warning before it.{" "}
        <a className={LINK} download href={addressOf(door.document, {})}>
          All of it as an OpenAPI 3.1 document
        </a>
        <Offered right="people">
          {"; "}
          <Link className={LINK} href={plantPath(plant, "/people")}>
            make a token
          </Link>
        </Offered>
        .
      </p>
      <pre className="bg-leaf border border-hairline px-3 py-2 my-3 text-[13px] overflow-x-auto" tabIndex={0}>
        {`curl -H "authorization: Bearer cl_…" ${"https://…"}/api/v1/plants/${encodeURIComponent(plant)}/positions`}
      </pre>
      <p className="max-w-3xl my-2 text-[15px] text-soft">
        An answer is <code>{'{ "value": … }'}</code>, or{" "}
        <code>{'{ "trouble": { "kind", "text", "remedy" } }'}</code> with what went wrong and what to do about
        it. Any of them may answer{" "}
        {always.map(({ code, status, means }, i) => (
          <span key={code}>
            {i > 0 && ", "}
            <code title={means}>{code}</code> ({status})
          </span>
        ))}
        .
      </p>
      <div className="my-3 flex flex-wrap items-center gap-3">
        <FindField
          label="Find among the ways in"
          told={false}
          value={find}
          onValue={setFind}
          placeholder="records, draft, POST, reader …"
          className="w-80 max-sm:w-full"
        />
        <span role="status" className="text-soft text-[14px]">
          {shown.length} of {ways.length}
        </span>
      </div>
      {shown.length === 0 && <Empty title="Nothing is called so.">Take a word out of the search.</Empty>}
      {abouts.map((about) => (
        <section key={about} aria-label={about}>
          <h2 className="font-semibold mt-5 mb-1">{about[0]!.toUpperCase() + about.slice(1)}</h2>
          <ul className="bg-leaf border border-hairline divide-y divide-hairline">
            {shown
              .filter((each) => each.about === about)
              .map((each) => (
                <WayIn key={`${each.method} ${each.address}`} way={each} />
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function WayIn({ way: { method, address, does, from, asks, body, answer, troubles } }: { way: WayInWords }) {
  const [open, setOpen] = useState(false);
  return (
    <li className="px-3 py-1.5">
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary className="cursor-pointer min-h-8 pointer-coarse:min-h-11 content-center">
          <code className="text-[13px] break-all">
            <strong>{method}</strong> {address}
          </code>
          <span className="block text-[15px]">
            {does} <span className="text-soft">{from} or more</span>
          </span>
        </summary>
        {open && (
          <div className="py-2 grid gap-2 text-[14px]">
            <Fields title="In the address, behind ?" fields={asks} />
            {body === "file" ? (
              <p>The body is the file as it is.</p>
            ) : (
              <Fields title="In the body" fields={body} />
            )}
            {typeof answer === "string" ? (
              <p>Answers {answer}.</p>
            ) : (
              <Fields title="Answers" fields={answer} />
            )}
            {troubles.length > 0 && (
              <p>
                May also answer{" "}
                {troubles.map(({ code, status, means }, i) => (
                  <span key={code}>
                    {i > 0 && "; "}
                    <code>{code}</code> ({status}): {means}
                  </span>
                ))}
                .
              </p>
            )}
          </div>
        )}
      </details>
    </li>
  );
}

function Fields({ title, fields }: { title: string; fields: FieldInWords[] }) {
  if (fields.length === 0) return null;
  return (
    <div>
      <p className="text-soft">{title}</p>
      <dl className="grid grid-cols-[minmax(6rem,auto)_1fr] gap-x-4">
        {fields.map(({ name, is, optional }) => (
          <div key={name} className="contents">
            <dt>
              <code>{name}</code>
            </dt>
            <dd className="min-w-0 break-words">
              {is}
              {optional && <span className="text-soft">; may be left out</span>}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
