import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { crc32 } from "@/core/program";
import { hollin, plover } from "@/families/testing";
import { StandInProgram } from "./program";
import { answerObject } from "./program-objects";
import { answerRecords, commandProgram, programSigns } from "./program-records";

const STILL = { still: true, enabled: true };

function fileOf(mark: string, body: string): Uint8Array {
  const bytes = Uint8Array.from(`${mark}....${body}`, (each) => each.charCodeAt(0));
  new DataView(bytes.buffer).setUint32(4, bytes.length, true);
  return bytes;
}
const WHOLE = fileOf("PLVR", "pick, lift, put");

/** A program memory on a clock that one moves by hand. */
function memory(spec = plover.file.program!, held?: Uint8Array) {
  const clock = { at: 0, now: () => clock.at };
  return { clock, program: new StandInProgram(spec, clock, held) };
}

test("whatever is done to it in whatever order, it runs only what is whole, and is never said to hold what is damaged", () => {
  const act = fc.constantFrom("start", "stop", "clear", "put", "put-half", "power-off", "wait", "wait-long");
  fc.assert(
    fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
      const { clock, program } = memory();
      for (const each of acts) {
        if (each === "start") program.start(STILL);
        if (each === "stop") program.stop();
        if (each === "clear") program.clear(STILL);
        if (each === "put") program.put(WHOLE, STILL);
        if (each === "put-half") program.put(WHOLE.slice(0, 12), STILL);
        if (each === "power-off") program.powerOff();
        if (each === "wait") clock.at += 10;
        if (each === "wait-long") clock.at += 100;
        if (program.running) expect(program.identification).toBe(crc32(WHOLE));
        expect([undefined, crc32(WHOLE)]).toContain(program.identification);
        if (program.empty) expect(program.identification).toBeUndefined();
      }
    }),
  );
});

test("what it is asked while it writes its memory it puts off; without power meanwhile it is damaged until it is cleared", () => {
  const { clock, program } = memory();
  expect(program.put(WHOLE, STILL)).toBeUndefined();
  expect([program.start(STILL), program.stop(), program.put(WHOLE, STILL)]).toEqual(["busy", "busy", "busy"]);
  program.powerOff();
  expect([program.busy, program.empty, program.identification]).toEqual([false, false, undefined]);
  expect(program.start(STILL)).toBe("state");
  expect(program.clear(STILL)).toBeUndefined();
  clock.at += 100;
  expect(program.empty).toBe(true);
});

test("it is neither changed while it runs or an axis turns, nor started where it is not enabled", () => {
  const { clock, program } = memory(undefined, WHOLE);
  expect(program.start({ ...STILL, enabled: false })).toBe("state");
  expect(program.put(WHOLE, { ...STILL, still: false })).toBe("state");
  expect(program.start(STILL)).toBeUndefined();
  expect(program.clear(STILL)).toBe("state");
  expect(program.stop()).toBeUndefined();
  expect(program.clear(STILL)).toBeUndefined();
  clock.at += 100;
  expect(program.start(STILL)).toBe("state");
});

test("as objects of CiA 302-3: control, status and identification tell how it stands", () => {
  const { clock, program } = memory(undefined, WHOLE);
  const read = (index: number) => answerObject(program, { kind: "read", index, sub: 1, type: "u32" }, STILL);
  const control = (raw: number) =>
    answerObject(program, { kind: "write", index: 0x1f51, sub: 1, type: "u8", raw }, STILL);
  expect(read(0x1f57)).toEqual({ type: "u32", raw: 0 });
  expect(read(0x1f56)).toEqual({ type: "u32", raw: crc32(WHOLE) });
  expect([control(1), read(0x1f51), control(0), control(9)]).toEqual([
    "written",
    { type: "u8", raw: 1 },
    "written",
    "value",
  ]);
  expect(control(3)).toBe("written");
  expect(read(0x1f57)).toEqual({ type: "u32", raw: 1 });
  clock.at += 100;
  expect(read(0x1f57)).toEqual({ type: "u32", raw: 2 });
  expect(read(0x1f50)).toBe("state");
  expect(read(0x2000)).toBeUndefined();
});

test("as records of a file: nothing counts before it is accepted, and what was not accepted is gone with the power", () => {
  const { modbus } = hollin.file.program!;
  const { clock, program } = memory(hollin.file.program!);
  const whole = fileOf("HLLN", "turn, wait");
  const words = Array.from({ length: 9 }, (_, i) => (whole[2 * i]! << 8) | whole[2 * i + 1]!);
  const send = () =>
    answerRecords(program, { kind: "write-file", file: modbus!.file, record: 0, values: words }, STILL);
  const tell = (which: "accept" | "clear" | "start") =>
    commandProgram(program, Number(modbus![which].address), [modbus![which].value], STILL, () => false);
  const signs = () => programSigns(program).map(([, given]) => given);
  expect(send()).toBe("written");
  expect(signs()).toEqual([false, false, true, false]);
  program.powerOff();
  expect(tell("accept")).toBe("done");
  clock.at += 100;
  expect(signs()).toEqual([false, false, true, false]);
  expect(send()).toBe("written");
  expect(tell("accept")).toBe("done");
  expect(signs()).toEqual([false, true, false, true]);
  clock.at += 100;
  expect(tell("start")).toBe("done");
  expect(signs()).toEqual([true, false, false, true]);
  // It is cleared first, and not while it runs.
  expect([send(), tell("clear")]).toEqual(["state", "state"]);
  expect(commandProgram(program, 1, [1], STILL, () => false)).toBeUndefined();
  expect(commandProgram(program, Number(modbus!.stop.address), [modbus!.stop.value], STILL, () => true)).toBe(
    "locked",
  );
});
