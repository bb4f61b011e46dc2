import { LARGEST_LOGO, papers, questions } from "@/core/contract";
import { parse, type Shape } from "@/core/shape";
import type { Database } from "@/server/database";
import { headingOf, setHeading, setLogo } from "@/server/paper";
import { keepQuestion, savedQuestions, type SavedQuestion } from "@/server/question";
import { SourceFault } from "./source";
import type { Taking } from "./taking";

/** What is set for all people of a plant: the head of its papers, and the questions that have a name. */
interface Settings {
  heading: { lines: readonly string[]; logo?: string };
  questions: SavedQuestion[];
}

/** What is set for a plant; undefined where nothing is. */
export async function settingsOf(db: Database, plantId: number): Promise<Settings | undefined> {
  const heading = await headingOf(db, plantId);
  const kept = await savedQuestions(db, plantId);
  return kept.length > 0 || heading.lines.length > 0 || heading.logo
    ? { heading, questions: kept }
    : undefined;
}

/** Takes in what is set for a plant, checked as if a person set it. What is set here stays, and where the two do not agree it is said. */
export async function takeSettings(taking: Taking, path: string, plantId: number): Promise<void> {
  const came = await taking.json<Settings>(path);
  const here = await settingsOf(taking.tx, plantId);
  await takeHeading(taking, path, plantId, came.heading, here?.heading);
  if (!Array.isArray(came.questions)) throw new SourceFault(`${path} has no list of questions.`);
  for (const { byName, ...each } of came.questions) {
    const question = checked(questions.keepQuestion.body, each, path);
    const same = here?.questions.find((one) => one.name === question.name);
    if (!same) await keepQuestion(taking.tx, plantId, { ...question, byName: String(byName) }, taking.now);
    else if (same.ask !== question.ask || same.of !== question.of)
      taking.say(`Both ledgers keep a question named “${same.name}”: the one that is here stays.`);
  }
}

async function takeHeading(
  taking: Taking,
  path: string,
  plantId: number,
  came: Settings["heading"] | undefined,
  here: Settings["heading"] | undefined,
): Promise<void> {
  const { lines } = checked(papers.setHeading.body, { lines: came?.lines }, path);
  const logo = came?.logo;
  if (here && (here.lines.length > 0 || here.logo)) {
    if (here.logo !== logo || here.lines.join("\n") !== lines.join("\n"))
      taking.say("The head of papers is another one there: what is said here stays.");
    return;
  }
  if (lines.length > 0) await setHeading(taking.tx, plantId, lines);
  if (logo === undefined) return;
  const bytes = Buffer.from(String(logo).replace(/^data:image\/(png|jpeg);base64,/, ""), "base64");
  const taken = bytes.length <= LARGEST_LOGO ? await setLogo(taking.tx, plantId, bytes) : undefined;
  if (!taken?.ok) throw new SourceFault(`${path}: the picture for papers is none that can be printed.`);
}

function checked<T>(shape: Shape<T>, value: unknown, path: string): T {
  const found = parse(shape, value);
  if (!found.ok) throw new SourceFault(`${path}: ${found.message}.`);
  return found.value;
}
