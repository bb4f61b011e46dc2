import { expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { tables } from "@/server/database";
import { emptyDatabase } from "@/server/testing/database";
import { plainError } from "./log";

test("what the database says of a statement goes into the log without the values it was about", async () => {
  const { db, close } = await emptyDatabase();
  const secret = "Marta Okoye";
  const errors = await Promise.all([
    db
      .select()
      .from(tables.record)
      .where(eq(tables.record.id, secret as never))
      .catch((error: unknown) => error),
    db
      .insert(tables.area)
      .values({ plantId: 99, name: secret, sort: 1 })
      .catch((error: unknown) => error),
  ]);
  await close();
  for (const error of errors) {
    expect(error).toBeInstanceOf(Error);
    const logged = JSON.stringify(plainError(error));
    expect(logged).not.toContain("Marta");
    expect(logged).toMatch(/"code":"(22P02|23503)"/);
    expect(logged).toContain('"statement":"');
  }
});
test("an error of the program itself keeps its words", () => {
  expect(plainError(new RangeError("too deep"))).toMatchObject({ type: "RangeError", message: "too deep" });
  expect(plainError("text")).toEqual({ type: "string" });
});
