import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { questions } from "@/core/contract";
import { good } from "@/core/drive";
import { splitConditions } from "@/core/question";
import { answerCsv, answerWorkbook, askPlant } from "@/server/question";
import { dayOf } from "@/server/when";

export const GET = serveFile(
  questions.answerFile,
  async ({ app, plant, params: { format }, query: { ask, of = "standing" } }) => {
    const answered = await askPlant(app, plant.id, splitConditions(ask), of);
    if (!answered.ok) return answered;
    return good({
      name: `answer-${dayOf(app.now())}.${format}`,
      type: FILE_TYPES[format],
      content:
        format === "csv" ? answerCsv(answered.value) : Buffer.from(await answerWorkbook(answered.value)),
    });
  },
);
