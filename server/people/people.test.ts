import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { SignInThrottle } from "./throttle";

describe("guessing passwords is slowed down by account", () => {
  test("from the fifth failure on, each further one doubles the wait, and success forgets", () => {
    let now = 0;
    const throttle = new SignInThrottle(() => now);
    for (let i = 0; i < 4; i++) throttle.failed("a@b.test");
    expect(throttle.secondsToWait("a@b.test")).toBe(0);
    throttle.failed("A@b.test ");
    expect(throttle.secondsToWait("a@b.test")).toBe(8);
    throttle.failed("a@b.test");
    expect(throttle.secondsToWait("a@b.test")).toBe(16);
    expect(throttle.secondsToWait("other@b.test")).toBe(0);
    now += 17_000;
    expect(throttle.secondsToWait("a@b.test")).toBe(0);
    throttle.succeeded("a@b.test");
    throttle.failed("a@b.test");
    expect(throttle.secondsToWait("a@b.test")).toBe(0);
  });
});

describe("signing in", () => {
  let plant: TestPlant;
  beforeAll(async () => {
    plant = await testPlant();
  });
  afterAll(() => plant.close());
  const post = (path: string, body: object) =>
    plant.app.auth.handler(
      new Request(`http://127.0.0.1:4310/api/auth${path}`, {
        method: "POST",
        headers: {
          "content-type": "application/json",
          origin: "http://127.0.0.1:4310",
          host: "127.0.0.1:4310",
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
  test("nobody signs up alone", async () => {
    const answer = await post("/sign-up/email", {
      email: "x@example.test",
      password: "something long",
      name: "X",
    });
    expect(answer.ok).toBe(false);
  });
  test("too many wrong passwords are put off, the right one too", async () => {
    for (let i = 0; i < 6; i++)
      await post("/sign-in/email", { email: "ines@example.test", password: "wrong" });
    expect(
      (await post("/sign-in/email", { email: "ines@example.test", password: "for tests only" })).status,
    ).toBe(429);
  });
});
