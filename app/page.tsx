import { redirect } from "next/navigation";
import { currentPerson } from "@/app/_lib/person";
import { Doorstep, LEAF } from "@/features/people/doorstep";
import { application } from "@/server/application";
import { isFirstRun } from "@/server/people";
import { Link } from "@/ui/link";

export const dynamic = "force-dynamic";

/** Leads to the plant; to a choice where somebody belongs to several real ones. */
export default async function StartPage() {
  const { db } = await application();
  const person = await currentPerson();
  if (!person) redirect((await isFirstRun(db)) ? "/begin" : "/sign-in");
  const { plants } = person;
  // Who belongs to one real plant goes there; the practice plant is beside the program's name.
  const [first, ...others] = plants.length === 1 ? plants : plants.filter((each) => !each.practice);
  if (first && others.length === 0) redirect(`/plants/${first.slug}`);
  return (
    <Doorstep
      lead={
        plants.length === 0
          ? `${person.name}, you belong to no plant yet.`
          : `${person.name}, which plant is it?`
      }
    >
      <div className={LEAF}>
        {plants.length === 0 && <p>Ask an administrator of this ledger to say to which plant you belong.</p>}
        <ul>
          {plants.map(({ slug, name }) => (
            <li key={slug} className="border-b border-hairline last:border-b-0">
              <Link
                href={`/plants/${slug}`}
                className="block py-2.5 font-medium hover:underline underline-offset-4 decoration-copper"
              >
                {name}
              </Link>
            </li>
          ))}
        </ul>
      </div>
    </Doorstep>
  );
}
