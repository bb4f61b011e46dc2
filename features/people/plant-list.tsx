"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { people } from "@/core/contract";
import { plantPath } from "@/features/house/plant-path";
import { act } from "@/features/live/ask";
import { MakePractice } from "@/features/practice/make-practice";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

/** The plants of the archive: each stands apart, with its own people. */
export function PlantList({ plants }: { plants: Array<{ slug: string; name: string; practice: boolean }> }) {
  const router = useRouter();
  /** The plant that gets another name; `""` for a new one. */
  const [slug, setSlug] = useState<string>();
  const [name, setName] = useState("");
  const keep = async (): Promise<void> => {
    const done =
      slug === ""
        ? await act(people.makePlant, { body: { name } })
        : await act(people.renamePlant, { params: { plant: slug! }, body: { name } });
    if (!done) return;
    toast.success(slug === "" ? `${name} is added.` : `It is called ${name} now.`);
    setSlug(undefined);
    router.refresh();
  };
  return (
    <section>
      <div className="flex items-center gap-3 mt-6 mb-1">
        <h2 className="font-semibold flex-1">Plants</h2>
        {!plants.some((each) => each.practice) && <MakePractice />}
        <Button
          onClick={() => {
            setSlug("");
            setName("");
          }}
        >
          Add a plant
        </Button>
      </div>
      <ul className="bg-leaf border border-hairline">
        {plants.map((each) => (
          <li
            key={each.slug}
            className="border-t border-hairline first:border-t-0 px-4 py-1.5 flex items-center gap-3"
          >
            <a href={plantPath(each.slug, "/")} className="flex-1 hover:underline underline-offset-4">
              {each.name}
              {each.practice && <span className="text-ochre"> stand-ins only</span>}
            </a>
            <Button
              rank="quiet"
              onClick={() => {
                setSlug(each.slug);
                setName(each.name);
              }}
            >
              Rename
            </Button>
          </li>
        ))}
      </ul>
      <Dialog
        open={slug !== undefined}
        title={slug === "" ? "Add a plant" : "Rename the plant"}
        onClose={() => setSlug(undefined)}
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <Field
            label="Name"
            value={name}
            required
            minLength={2}
            autoFocus
            hint={
              slug === ""
                ? "It begins empty, and only administrators see it at first."
                : "Its address stays as it is."
            }
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" rank="primary">
            {slug === "" ? "Add it" : "Keep the name"}
          </Button>
        </form>
      </Dialog>
    </section>
  );
}
