"use client";
import { usePathname, useRouter } from "next/navigation";
import { addressOf, families } from "@/core/contract";
import type { TripSpec } from "@/core/definition";
import { positionPath } from "@/core/plant/position-path";
import { ConnectionCard } from "@/features/bench/connection-card";
import type { CardView } from "@/features/bench/types";
import { usePlant } from "@/features/house/use-plant";
import { Choice } from "@/ui/choice";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

interface Props {
  id: string;
  title: string;
  about: string;
  version: string;
  firmware: string;
  /** Firmware versions at which something changes. */
  steps: string[];
  axes: number;
  mostAxes: number;
  card: CardView | undefined;
  withoutMains: string | undefined;
  permission: string | undefined;
  sets: string | undefined;
  imitates: string | undefined;
  reducedSupply: string | undefined;
  trips: TripSpec[];
  positions: string[];
  versions: Array<{
    version: string;
    source: string | null;
    byName: string | null;
    at: number | undefined;
    records: number;
  }>;
}

/** What is known of a family beside its parameters: how to reach it, what it can, its trips, the versions of its definition. */
export function FamilyHead(props: Props) {
  const { id, title, about, firmware, steps, axes, mostAxes, versions } = props;
  const { to } = usePlant();
  const router = useRouter();
  const path = usePathname();
  const show = (next: { firmware?: string; axes?: number }): void =>
    router.replace(
      `${path}?${new URLSearchParams({ firmware: next.firmware ?? firmware, axes: String(next.axes ?? axes) })}`,
    );
  const facts: Array<[string, string | undefined]> = [
    ["Write permission", props.permission],
    ["Parameter sets", props.sets],
    ["Imitating its predecessor", props.imitates],
    ["Reduced supply", props.reducedSupply],
  ];
  return (
    <div className="px-5 py-3 border-b border-hairline">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h1 className="text-lg font-semibold">{title}</h1>
        <p className="text-[15px] text-soft flex-1 min-w-72">{about}</p>
        <a
          className="text-[14px] underline underline-offset-4 decoration-hairline hover:decoration-copper"
          download
          href={addressOf(families.familyFile, { params: { family: id } })}
        >
          Take the definition along
        </a>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2 text-[15px]">
        <span className="text-soft">Firmware</span>
        <Choice
          label="Firmware"
          shape="line"
          values={steps}
          chosen={firmware}
          onChoose={(each) => show({ firmware: each })}
        >
          {(each) => <span className="font-mono">from {each}</span>}
        </Choice>
        {mostAxes > 1 && (
          <>
            <span className="text-soft">Axes</span>
            <Choice
              label="Axes"
              shape="line"
              values={Array.from({ length: mostAxes }, (_, i) => String(i + 1))}
              chosen={String(axes)}
              onChoose={(each) => show({ axes: Number(each) })}
            >
              {(each) => <span className="font-mono">{each}</span>}
            </Choice>
          </>
        )}
        {props.positions.length > 0 && (
          <p>
            <span className="text-soft">At </span>
            {props.positions.map((tag) => (
              <Link
                key={tag}
                href={to(positionPath(tag))}
                className="font-mono text-[14px] mr-2 hover:underline underline-offset-4"
              >
                {tag}
              </Link>
            ))}
          </p>
        )}
      </div>
      <div className="mt-1 flex flex-wrap gap-x-8 text-[15px]">
        {props.card && (
          <details className="open:w-full">
            <summary className="cursor-pointer min-h-8">How to connect and feed it</summary>
            <div className="max-w-4xl py-1">
              <ConnectionCard card={props.card} withoutMains={props.withoutMains} />
            </div>
          </details>
        )}
        {facts.some(([, text]) => text) && (
          <details className="open:w-full">
            <summary className="cursor-pointer min-h-8">What is its own</summary>
            <dl className="grid grid-cols-[12rem_1fr] gap-y-1 max-w-4xl py-1">
              {facts.map(
                ([name, text]) =>
                  text && [
                    <dt key={name} className="text-soft">
                      {name}
                    </dt>,
                    <dd key={`${name}-text`}>{text}</dd>,
                  ],
              )}
            </dl>
          </details>
        )}
        {props.trips.length > 0 && (
          <details className="open:w-full">
            <summary className="cursor-pointer min-h-8">Trips and what to do</summary>
            <dl className="grid grid-cols-[14rem_1fr] gap-y-1 max-w-5xl py-1 max-h-64 overflow-auto">
              {props.trips.map((trip) => [
                <dt key={trip.number}>
                  <span className="font-mono text-soft mr-2">{trip.number}</span>
                  {trip.name}
                </dt>,
                <dd key={`${trip.number}-text`}>
                  <span className="text-soft">{trip.causes.join("; ")}.</span> {trip.remedies.join("; ")}.
                </dd>,
              ])}
            </dl>
          </details>
        )}
        <details className="open:w-full">
          <summary className="cursor-pointer min-h-8">Versions of this definition</summary>
          <ul className="py-1 space-y-0.5">
            {versions.map((each) => (
              <li key={each.version}>
                <span className="font-mono">{each.version}</span>{" "}
                {each.source
                  ? `imported by ${each.byName}, ${each.at ? moment(each.at) : ""}, from ${each.source}`
                  : "shipped with Calm Ledger"}
                ; {each.records} {each.records === 1 ? "record" : "records"} made under it
                {each.version === props.version ? "; holds now" : ""}
              </li>
            ))}
            {!versions.some((each) => each.version === props.version) && (
              <li>
                <span className="font-mono">{props.version}</span> ships with Calm Ledger; no record made
                under it yet; holds now
              </li>
            )}
          </ul>
        </details>
      </div>
    </div>
  );
}
