import { fillPath } from "@/core/contract";
import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";
import { NAMES } from "./ways";

interface Document {
  servers: Array<{ url: string }>;
  paths: Record<string, Record<string, Operation>>;
}
interface Operation {
  parameters: Array<{ name: string; in: string; required: boolean }>;
  requestBody?: object;
  responses: Record<string, object>;
}

test("another program is let in by a token, in its plant and with its role alone, and calls every operation from the document", async ({
  page,
  playwright,
  baseURL,
}) => {
  await signIn(page);
  await page.goto(at("/people"));
  const tokenFor = async (role: string): Promise<string> => {
    await page.getByRole("button", { name: "Make a token" }).click();
    await page.getByLabel("What for").fill(`Reports as ${role}`);
    await page.getByLabel("As", { exact: true }).selectOption(role);
    await page.getByRole("button", { name: "Make it" }).click();
    const token = await page.getByLabel("Token", { exact: true }).inputValue();
    await page.getByRole("button", { name: "Done" }).click();
    return token;
  };
  const [reader, lead] = [await tokenFor("reader"), await tokenFor("lead")];
  const as = (token: string) =>
    playwright.request.newContext({ baseURL, extraHTTPHeaders: { authorization: `Bearer ${token}` } });
  const [reading, leading, nobody] = [await as(reader), await as(lead), await as("cl_of_nobody")];
  const document = (await (await reading.get("/api/v1/openapi")).json()) as Document;
  const base = document.servers[0]!.url;

  const values = await reading.get(`${base}/plants/tarn-hollow/positions/KL-03/records/1`);
  expect(await values.json()).toMatchObject({
    value: { record: { number: 1 }, values: expect.any(Array) as unknown },
  });
  expect(((await (await reading.get(`${base}/plants`)).json()) as { value: unknown[] }).value).toHaveLength(
    1,
  );

  let called = 0;
  for (const [path, operations] of Object.entries(document.paths))
    for (const [method, operation] of Object.entries(operations)) {
      const address = base + fillPath(path.replace(/\{(\w+)\}/g, ":$1"), NAMES);
      const request = { method, data: operation.requestBody ? {} : undefined };
      const answer = await leading.fetch(address, request);
      expect([method, path, Object.keys(operation.responses).includes(String(answer.status()))]).toEqual([
        method,
        path,
        true,
      ]);
      expect([method, path, (await nobody.fetch(address, request)).status()]).toEqual([method, path, 401]);
      called += 1;
    }
  expect(called).toBeGreaterThan(70);
  // A reader's token changes nothing, and none of them can do live work: nobody has acknowledged the warning.
  const note = { data: { record: 1, text: "from a program" } };
  const notes = `${base}/plants/tarn-hollow/positions/KL-03/notes`;
  expect((await reading.post(notes, note)).status()).toBe(403);
  expect((await leading.post(notes, note)).status()).toBe(200);
  const connect = await leading.post(`${base}/plants/tarn-hollow/connections`, {
    data: { link: { kind: "modbus-tcp", host: "127.0.0.1", port: 9 }, unit: 1 },
  });
  expect(connect.status()).toBe(428);
  await page.getByRole("link", { name: "What they may ask" }).click();
  await page.getByLabel("Find among the ways in").fill("standing");
  await page.getByText("/api/v1/plants/{plant}/positions/{tag}/standing").click();
  await expect(page.getByRole("region", { name: "positions" })).toContainText("Answers that it is done");
  await page.goto(at("/people"));
  const row = page.getByRole("listitem").filter({ hasText: "Reports as lead" });
  await expect(row).toContainText("used");
  await row.getByRole("button", { name: "End it" }).click();
  await page.getByRole("button", { name: "End the token" }).click();
  await expect(row).toHaveCount(0);
  expect((await leading.get(`${base}/plants`)).status()).toBe(401);
});
