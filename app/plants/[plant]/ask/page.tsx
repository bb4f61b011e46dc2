import { page } from "@/app/_lib/page";
import { splitConditions } from "@/core/question";
import { AskPlant } from "@/features/ask/ask-plant";
import { answerWindow, askPlant, codesIn, savedQuestions } from "@/server/question";

const { Page, generateMetadata } = page("see", {
  title: "Ask the plant",
  async render({ app, plant, query }) {
    const conditions = splitConditions(query.ask ?? "");
    const of = query.of === "newest" ? "newest" : "standing";
    const [answered, codes, saved] = await Promise.all([
      conditions.length > 0 ? askPlant(app, plant.id, conditions, of) : undefined,
      codesIn(app, plant.id),
      savedQuestions(app.db, plant.id),
    ]);
    return (
      <AskPlant
        conditions={conditions}
        of={of}
        codes={[...codes]}
        answer={answered?.ok ? answerWindow(answered.value, {}) : undefined}
        trouble={answered && !answered.ok ? answered.trouble : undefined}
        saved={saved}
      />
    );
  },
});
export { Page as default, generateMetadata };
