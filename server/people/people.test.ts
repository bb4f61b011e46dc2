import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { tables } from "@/server/database";
import { fewAtOnce, TooManyAtOnce } from "@/server/few-at-once";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { SignInThrottle } from "./throttle";
import { askerOfSession, sessionToken } from ".";

describe("guessing passwords is slowed down by account", () => {
  test("from the fifth try on, each further one doubles the wait, and success forgets", () => {
    let now = 0;
    const throttle = new SignInThrottle(() => now);
    for (let i = 0; i < 5; i++) expect(throttle.begin("a@b.test")).toBe(0);
    expect(throttle.begin("A@b.test ")).toBe(8);
    now += 8000;
    expect(throttle.begin("a@b.test")).toBe(0);
    expect(throttle.begin("a@b.test")).toBe(16);
    expect(throttle.begin("other@b.test")).toBe(0);
    now += 17_000;
    throttle.succeeded("a@b.test");
    for (let i = 0; i < 5; i++) expect(throttle.begin("a@b.test")).toBe(0);
  });
  test("a try counts before it is known to be wrong: a hundred at once are five", () => {
    const throttle = new SignInThrottle(() => 0);
    expect(
      Array.from({ length: 100 }, () => throttle.begin("a@b.test")).filter((wait) => wait === 0),
    ).toHaveLength(5);
  });
  test("filling the list frees no account that was tried a moment ago", () => {
    const throttle = new SignInThrottle(() => 0);
    for (let i = 0; i < 5; i++) throttle.begin("a@b.test");
    for (let i = 0; i < 9000; i++) throttle.begin(`${i}@b.test`);
    expect(throttle.begin("a@b.test")).toBe(8);
  });
});

test("only so many hash at once, the next wait, and beyond that they are turned away", async () => {
  const run = fewAtOnce(2, 3);
  const ends: Array<() => void> = [];
  const work = () => run(() => new Promise<void>((end) => ends.push(end)));
  const first = Array.from({ length: 5 }, work);
  await expect(work()).rejects.toBeInstanceOf(TooManyAtOnce);
  expect(ends).toHaveLength(2);
  for (let i = 0; i < 5; i++) {
    ends[i]!();
    await first[i];
    await Promise.resolve();
  }
  await Promise.all(first);
  expect(ends).toHaveLength(5);
});

describe("signing in", () => {
  let plant: TestPlant;
  beforeAll(async () => {
    plant = await testPlant();
  });
  afterAll(() => plant.close());
  const post = (path: string, body: object, cookie = "") =>
    plant.app.auth.handler(
      new Request(`http://127.0.0.1:4310/api/auth${path}`, {
        method: "POST",
        headers: {
          "content-type": "application/json",
          origin: "http://127.0.0.1:4310",
          host: "127.0.0.1:4310",
          cookie,
        },
        body: JSON.stringify(body),
      }),
    );

  test("with the right password gives a session, with a wrong one none", async () => {
    const right = await post("/sign-in/email", { email: "ines@example.test", password: "for tests only" });
    expect(right.status).toBe(200);
    expect(right.headers.get("set-cookie")).toMatch(/session_token=.*HttpOnly/i);
    expect((await post("/sign-in/email", { email: "ines@example.test", password: "wrong" })).status).toBe(
      401,
    );
  });
  test("whoever was signed in asks with the cookie they were given, as long as it holds; with one that was not signed here nobody does", async () => {
    const { db, secret } = plant.app;
    const right = await post("/sign-in/email", { email: "ines@example.test", password: "for tests only" });
    const cookie = /better-auth\.session_token=[^;]+/.exec(right.headers.get("set-cookie")!)![0];
    const tokenOf = (sent: string) => sessionToken(new Headers({ cookie: sent }), secret);
    const token = (await tokenOf(`other=1; ${cookie}`))!;
    const soon = new Date();
    expect(await askerOfSession(db, token, soon)).toMatchObject({ email: "ines@example.test" });
    expect(await askerOfSession(db, token, new Date(soon.getTime() + 15 * 24 * 3600 * 1000))).toBeUndefined();
    const [name, value] = cookie.split("=") as [string, string];
    const signature = decodeURIComponent(value).split(".")[1]!;
    for (const forged of [
      `${name}=${token}`,
      `${name}=${token}.`,
      `${name}=${token}x.${encodeURIComponent(signature)}`,
      `${name}=${token}.${encodeURIComponent(`${signature.startsWith("A") ? "B" : "A"}${signature.slice(1)}`)}`,
      `${name}=.${encodeURIComponent(signature)}`,
      "",
    ])
      expect([forged, await tokenOf(forged)]).toEqual([forged, undefined]);
    expect(await sessionToken(new Headers({ cookie }), "another secret, of another archive")).toBeUndefined();
    await post("/sign-out", {}, cookie);
    expect(await askerOfSession(db, token, soon)).toBeUndefined();
  });
  test("nobody signs up alone", async () => {
    const answer = await post("/sign-up/email", {
      email: "x@example.test",
      password: "something long",
      name: "X",
    });
    expect(answer.ok).toBe(false);
  });
  test("too many wrong passwords are put off, the right one too; a browser that signed in before is not kept out by them", async () => {
    const first = await post("/sign-in/email", { email: "ines@example.test", password: "for tests only" });
    const known = /calm-ledger\.known-[^;]+/.exec(first.headers.get("set-cookie") ?? "")?.[0];
    expect(known).toBeDefined();
    for (let i = 0; i < 6; i++)
      await post("/sign-in/email", { email: "ines@example.test", password: "wrong" });
    const right = { email: "ines@example.test", password: "for tests only" };
    expect((await post("/sign-in/email", right)).status).toBe(429);
    expect((await post("/sign-in/email", right, known)).status).toBe(200);
    // A cookie that nobody here has signed is none.
    expect((await post("/sign-in/email", right, `${known!.slice(0, -6)}AAAAAA`)).status).toBe(429);
    // Known there, it is slowed down by its own tries.
    for (let i = 0; i < 5; i++)
      await post("/sign-in/email", { email: "ines@example.test", password: "wrong" }, known);
    expect((await post("/sign-in/email", right, known)).status).toBe(429);
  });
});

describe("a session that ends", () => {
  let plant: TestPlant;
  beforeAll(async () => {
    plant = await testPlant();
  });
  afterAll(() => plant.close());
  test("ends what goes on for it, and nothing of others; what was taken back stays", () => {
    const ended: string[] = [];
    const { sessions } = plant.app;
    sessions.whenEnded("a", () => ended.push("a1"));
    sessions.whenEnded("a", () => ended.push("a2"))();
    sessions.whenEnded("b", () => ended.push("b"));
    sessions.ended("a");
    sessions.ended("none");
    expect(ended).toEqual(["a1"]);
  });
  test("one that is not in the database, or ran out, does not hold", async () => {
    const { db, sessions } = plant.app;
    await db.insert(tables.session).values({
      id: "s1",
      token: "t",
      userId: plant.person.id,
      expiresAt: new Date(2000),
      createdAt: new Date(0),
      updatedAt: new Date(0),
    });
    expect(await sessions.holds("s1", new Date(1000))).toBe(true);
    expect(await sessions.holds("s1", new Date(3000))).toBe(false);
    expect(await sessions.holds("nobody's", new Date(1000))).toBe(false);
  });
});
