import { PLANT_ROLES, ROLE_WORDS, type PlantRole } from "@/core/contract";
import { Select } from "@/ui/select";

/** What somebody is, as it is chosen: in the archive, and by a plant's slug. */
export interface Chosen {
  administrator: boolean;
  roles: Array<{ plant: string; role: PlantRole }>;
}

/** What somebody is: everything everywhere, or one role in each plant. */
export function RoleChoice({
  plants,
  chosen,
  onChange,
}: {
  plants: Array<{ slug: string; name: string }>;
  chosen: Chosen;
  onChange: (chosen: Chosen) => void;
}) {
  const set = (plant: string, role: PlantRole | ""): void =>
    onChange({
      ...chosen,
      roles: [
        ...chosen.roles.filter((each) => each.plant !== plant),
        ...(role === "" ? [] : [{ plant, role }]),
      ],
    });
  return (
    <div className="space-y-3">
      <label className="flex items-start gap-2.5 min-h-9 py-1">
        <input
          type="checkbox"
          className="size-5 mt-0.5 accent-copper"
          checked={chosen.administrator}
          onChange={(event) => onChange({ ...chosen, administrator: event.target.checked })}
        />
        <span>
          Administrator <span className="text-soft">of the whole archive: {ROLE_WORDS.administrator}</span>
        </span>
      </label>
      {!chosen.administrator && (
        <div className="grid sm:grid-cols-2 gap-3">
          {plants.map(({ slug, name }) => (
            <Select
              key={slug}
              label={name}
              value={chosen.roles.find((each) => each.plant === slug)?.role ?? ""}
              onChange={(event) => set(slug, event.target.value as PlantRole | "")}
            >
              <option value="">does not belong to it</option>
              {PLANT_ROLES.map((role) => (
                <option key={role}>{role}</option>
              ))}
            </Select>
          ))}
        </div>
      )}
      {!chosen.administrator && (
        <dl className="text-[14px] text-soft grid grid-cols-[6rem_1fr] gap-y-0.5">
          {PLANT_ROLES.map((role) => [
            <dt key={role}>{role}</dt>,
            <dd key={`${role} does`}>{ROLE_WORDS[role]}</dd>,
          ])}
        </dl>
      )}
    </div>
  );
}
