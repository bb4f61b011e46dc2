import { notFound } from "next/navigation";
import { exercisesIn } from "@/app/_lib/exercises-in";
import { page } from "@/app/_lib/page";
import { Exercises } from "@/features/practice/exercises";
import { exerciseViews } from "@/server/practice";
import { Empty } from "@/ui/notice";

const { Page, generateMetadata } = page("cabinet", {
  title: "Exercises",
  async render({ app, plant }) {
    const parts = exercisesIn(app, plant);
    if (!parts.ok) notFound();
    const views = await exerciseViews(parts.value);
    if (!views.ok) return <Empty title={views.trouble.text}>{views.trouble.remedy}</Empty>;
    return <Exercises first={views.value} />;
  },
});
export { Page as default, generateMetadata };
