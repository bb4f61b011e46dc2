"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { drafts, type PlateWords } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";

/** Where the page of a carrying over is: everything it depends on is in its address. */
export function carryAddress(tag: string, record: number, to?: PlateWords): string {
  const query = new URLSearchParams({ record: String(record) });
  for (const [key, value] of Object.entries(to ?? {}))
    if (value !== undefined && value !== "") query.set(key, String(value));
  return positionPath(tag, `/carry-over?${query}`);
}

/** The drive that a record is carried over to: one that is connected, one in store, or what stands on a plate. */
export function TargetChoice({
  tag,
  record,
  chosen,
}: {
  tag: string;
  record: number;
  chosen: PlateWords | undefined;
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { connections } = useLive();
  const asked = useAsked(drafts.plateChoices, { params: { plant } });
  const [plate, setPlate] = useState<Partial<PlateWords>>(chosen ?? {});
  const choices = asked?.ok ? asked.value : undefined;
  const family = choices?.families.find((each) => each.id === plate.definition);
  const go = (next: PlateWords): void => router.push(to(carryAddress(tag, record, next)));
  const here = [...connections.values()].flatMap(({ identity, fit, position, phase }) =>
    identity?.rating && fit === "fits" && phase === "connected"
      ? [
          {
            title: `${identity.serial}, ${identity.ratingName}${position ? ` at ${position.tag}` : ""}, connected`,
            to: {
              definition: identity.definitionId,
              rating: identity.rating,
              firmware: identity.firmware,
              serial: identity.serial,
              ...(identity.axes ? { axes: identity.axes } : {}),
            },
          },
        ]
      : [],
  );
  const stored = (choices?.stored ?? []).map(({ place, ...each }) => ({
    title: `${each.serial}, ${each.rating}${place ? `, ${place}` : ""}, in store`,
    to: each,
  }));
  const drives = [...here, ...stored];
  return (
    <form
      className="flex flex-wrap gap-3 items-end no-print"
      onSubmit={(event) => {
        event.preventDefault();
        if (plate.definition && plate.rating)
          go({ ...plate, definition: plate.definition, rating: plate.rating });
      }}
    >
      {drives.length > 0 && (
        <Select
          label="To a drive that is here"
          value=""
          className="w-72"
          onChange={({ target }) => {
            const one = drives[Number(target.value)];
            if (!one) return;
            setPlate(one.to);
            go(one.to);
          }}
        >
          <option value="">choose ...</option>
          {drives.map((each, i) => (
            <option key={each.title} value={i}>
              {each.title}
            </option>
          ))}
        </Select>
      )}
      <Select
        label="Or to a plate: family"
        value={plate.definition ?? ""}
        className="w-56"
        onChange={({ target }) => setPlate({ definition: target.value })}
      >
        <option value="">choose ...</option>
        {choices?.families.map((each) => (
          <option key={each.id} value={each.id}>
            {each.title}
          </option>
        ))}
      </Select>
      <Select
        label="Rating"
        value={plate.rating ?? ""}
        className="w-44"
        disabled={!family}
        onChange={({ target }) => setPlate({ ...plate, rating: target.value })}
      >
        <option value="">choose ...</option>
        {family?.ratings.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </Select>
      <Select
        label="Firmware"
        value={plate.firmware ?? ""}
        className="w-36"
        disabled={!family}
        onChange={({ target }) => setPlate({ ...plate, firmware: target.value })}
      >
        <option value="">not known yet</option>
        {plate.firmware && !family?.firmware.includes(plate.firmware) && <option>{plate.firmware}</option>}
        {family?.firmware.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </Select>
      <Button type="submit" disabled={!plate.definition || !plate.rating}>
        Show what it becomes
      </Button>
    </form>
  );
}
