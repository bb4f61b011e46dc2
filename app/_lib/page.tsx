import type { Metadata } from "next";
import { notFound, redirect, unstable_rethrow } from "next/navigation";
import type { ReactNode } from "react";
import { RIGHTS, type Right } from "@/core/contract";
import type { Plant } from "@/core/plant";
import { application, type Application } from "@/server/application";
import { log } from "@/server/log";
import { mayDo, type Asker } from "@/server/people";
import { Empty } from "@/ui/notice";
import { currentPerson } from "./person";

/** What a page gets to work with, once it is known that it may be shown. */
export interface PageCall {
  app: Application;
  person: Asker;
  plant: Plant;
  /** The names in its path, decoded. */
  params: Record<string, string>;
  /** The first value of each name in its query. */
  query: Record<string, string | undefined>;
  /** All values of a name in the query. */
  queryAll: (name: string) => string[];
}

interface PageSpec {
  title: string | ((call: PageCall) => string | Promise<string>);
  render: (call: PageCall) => Promise<ReactNode>;
}

interface Props {
  params: Promise<Record<string, string>>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/**
 * A page, and its title. Every page is made with it: who asks and whether he may is asked before any query and before the title is made,
 * since a layout guards nothing and a page's data can be asked for without it. Without a session it leads to the sign-in.
 */
export function page(right: Right, { title, render }: PageSpec) {
  const open = async ({
    params,
    searchParams,
  }: Props): Promise<PageCall | "sign-in" | "not-here" | "no-right"> => {
    const person = await currentPerson();
    if (!person) return "sign-in";
    const given = Object.fromEntries(
      Object.entries(await params).map(([name, value]) => [name, decode(value)]),
    );
    const searched = await searchParams;
    // No name has one, and the database takes none.
    const texts = [...Object.values(given), ...Object.values(searched).flat()];
    if (texts.some((each) => each?.includes("\0"))) return "not-here";
    const plant = person.plants.find((each) => each.slug === given.plant);
    if (!plant || !mayDo(person, "see", plant.id)) return "not-here";
    if (!mayDo(person, right, plant.id)) return "no-right";
    const queryAll = (name: string): string[] => [searched[name] ?? []].flat();
    const query = Object.fromEntries(Object.keys(searched).map((name) => [name, queryAll(name)[0]]));
    return { app: await application(), person, plant, params: given, query, queryAll };
  };
  return {
    async Page(props: Props): Promise<ReactNode> {
      const call = await open(props);
      if (call === "sign-in") redirect("/sign-in");
      if (call === "not-here") notFound();
      if (call === "no-right")
        return (
          <Empty title="You may not see this page.">
            It is for who may {RIGHTS[right]}. Ask whoever looks after this ledger.
          </Empty>
        );
      try {
        // Its stand-ins answer elsewhere after each start: they are there before anything says where.
        if (call.plant.practice) await call.app.practice.standIns();
        return await render(call);
      } catch (error) {
        // "Not found" and "go there" are said this way too.
        unstable_rethrow(error);
        log.error({ error }, "a page could not be made");
        // What the fault was about stays out of everybody's log and page.
        throw new Error("This page could not be made; the log says why.");
      }
    },
    async generateMetadata(props: Props): Promise<Metadata> {
      const call = await open(props);
      if (typeof call === "string") return {};
      return { title: typeof title === "string" ? title : await title(call) };
    },
  };
}

/** A name out of a path; one that is not encoded as it should be is taken as it stands. */
function decode(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
