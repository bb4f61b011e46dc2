import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import Joi from "joi";
import { ACTS, type CabinetAct } from "./acts";
import type { StandInPlant } from "./plant";
import { DISTURBANCES } from "./spoken-line";

const actSchema = Joi.object<CabinetAct>({
  line: Joi.string().required(),
  tag: Joi.string().required(),
  act: Joi.string()
    .valid(...ACTS)
    .required(),
  disturbance: Joi.string().valid(...DISTURBANCES),
  axis: Joi.number().integer().min(1).max(16),
  trip: Joi.number().integer().min(1).max(999),
  make: Joi.object({
    rating: Joi.string().required(),
    firmware: Joi.string()
      .pattern(/^\d+\.\d+$/)
      .required(),
    serial: Joi.string().min(1).max(12).required(),
    values: Joi.object().pattern(Joi.string(), Joi.alternatives(Joi.number(), Joi.string())),
  }),
  firmware: Joi.string().pattern(/^\d+\.\d+$/),
  definition: Joi.object().unknown(),
  predecessor: Joi.boolean(),
  code: Joi.string(),
  raw: Joi.alternatives(Joi.number(), Joi.string()),
  what: Joi.string().max(200),
  after: Joi.number().integer().min(1),
});

/** Does what a request asks for; says in words why it cannot, or nothing. */
export function actAsAsked(plant: StandInPlant, request: unknown): string | undefined {
  const { error, value } = actSchema.validate(request);
  return error ? error.message : plant.act(value!);
}

/** The control interface on loopback: GET tells what stands where, POST does what a person does at a cabinet. */
export function serveControl(plant: StandInPlant, port: number): Promise<Server> {
  const server = createServer((request, response) => void answer(plant, request, response));
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", () => resolve(server));
  });
}

async function answer(
  plant: StandInPlant,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const say = (status: number, body: unknown): void => {
    response.writeHead(status, { "content-type": "application/json" });
    response.end(JSON.stringify(body));
  };
  if (request.method === "GET") return say(200, plant.view());
  if (request.method !== "POST") return say(405, { error: "GET or POST." });
  let text = "";
  for await (const chunk of request) {
    text += String(chunk);
    if (text.length > 2_000_000) return say(413, { error: "Too long." });
  }
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return say(400, { error: "No JSON." });
  }
  const refused = actAsAsked(plant, json);
  return refused ? say(409, { error: refused }) : say(200, plant.view());
}
