import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { lookAtFile } from "@/core/program";
import {
  answerLength,
  decodeAnswer,
  encodeAnswer,
  encodeQuestion,
  refusalOf,
  type Question,
} from "@/core/protocol/modbus";
import { systemClock } from "@/core/protocol/system-clock";
import { handleModbus, StandInDrive } from "@/core/stand-in";
import { hollin } from "@/families/testing";
import { ModbusDriveSession } from "./modbus-session";

const { program } = hollin.file;
const FILE = program!.modbus!.file;

function fileOf(length: number): Uint8Array {
  const bytes = Uint8Array.from({ length }, (_, i) => (i * 31 + 7) & 0xff);
  bytes.set([...(program!.file!.startsWith ?? "")].map((each) => each.charCodeAt(0)));
  new DataView(bytes.buffer).setUint32(program!.file!.lengthAt!, length, true);
  return bytes;
}

/** A session with a stand-in, every question and answer as bytes; `seen` is told of each question and may answer in the drive's place. */
function speaking(held?: Uint8Array, seen: (question: Question) => Uint8Array | undefined = () => undefined) {
  const bytes = held && btoa(String.fromCharCode(...held));
  const make = { rating: "H-090", firmware: "5.2", serial: "OH-1", program: bytes ? { bytes } : undefined };
  const drive = new StandInDrive(hollin, make);
  drive.givePermission();
  const ask = async (question: Question) => {
    const pdu = seen(question) ?? encodeAnswer(question, handleModbus(drive, question)!);
    const answer = decodeAnswer(question, pdu);
    if (answer.kind === "exception") return { kind: "refused", refusal: refusalOf(answer.code) } as const;
    if (answer.kind === "malformed") return { kind: "rubbish", reason: answer.reason } as const;
    expect(pdu.length).toBe(answerLength(question));
    return answer;
  };
  return { drive, session: new ModbusDriveSession(hollin, { ask }, systemClock) };
}

test("what a drive holds is read back as it is, whatever its length", async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 8, max: program!.file!.mostBytes }), async (length) => {
      const bytes = fileOf(length);
      const { session } = speaking(bytes);
      expect(await session.readBlock(FILE)).toEqual({ ok: true, value: bytes });
    }),
    { numRuns: 25 },
  );
});

test("what is sent in records is a whole program once it is accepted, and none before", async () => {
  const { drive, session } = speaking();
  const bytes = fileOf(1001);
  const shares: number[] = [];
  const run = { onShare: (share: number) => shares.push(share) };
  expect(await session.writeBlock(FILE, bytes, 0, run)).toEqual({ kind: "written" });
  expect(shares).toEqual(Array.from({ length: 9 }, (_, i) => (i + 1) / 9));
  expect(drive.program!.identification).toBeUndefined();
  expect(await session.command(program!.modbus!.accept)).toEqual({ kind: "written" });
  const looked = lookAtFile(program!, bytes);
  expect(drive.program!.identification).toBe(looked.ok && looked.identification);
});

test("no more is sent once somebody stops it, or once a frame was not answered as asked", async () => {
  const bytes = fileOf(1001);
  const stopping = new AbortController();
  let sent = 0;
  const stopped = speaking(undefined, () => {
    if (++sent === 3) stopping.abort();
    return undefined;
  });
  expect(await stopped.session.writeBlock(FILE, bytes, 0, { signal: stopping.signal })).toMatchObject({
    kind: "unknown",
    lost: false,
  });
  expect(sent).toBe(3);
  let frames = 0;
  const refusing = speaking(undefined, () => (++frames === 4 ? Uint8Array.of(0x95, 4) : undefined));
  expect((await refusing.session.writeBlock(FILE, bytes, 0)).kind).toBe("refused");
  expect(frames).toBe(4);
  let echoed = 0;
  const other = speaking(undefined, (question) =>
    ++echoed === 2 && question.kind === "write-file"
      ? encodeQuestion({ ...question, values: question.values.map((each) => each ^ 1) })
      : undefined,
  );
  expect((await other.session.writeBlock(FILE, bytes, 0)).kind).toBe("unknown");
  expect(echoed).toBe(2);
});

test.each<[string, number]>([
  ["nothing", 0],
  ["more than the family's most", 0xffffffff],
  ["less than its own head", 7],
])("a beginning that tells of %s is no program, and is not read any further", async (_, said) => {
  const lying = fileOf(64);
  new DataView(lying.buffer).setUint32(4, said, true);
  let questions = 0;
  const { session } = speaking(lying, () => {
    questions += 1;
    return undefined;
  });
  expect(await session.readBlock(FILE)).toMatchObject({
    ok: false,
    trouble: { kind: "refused", text: expect.stringContaining(`says that it has ${said} bytes`) },
  });
  expect(questions).toBe(1);
});

test("records past the family's program, of another file, or without permission, are refused", () => {
  const { drive } = speaking(fileOf(64));
  const ask = (question: Question) => handleModbus(drive, question);
  expect(ask({ kind: "read-file", file: FILE + 1, record: 0, count: 1 })).toEqual({
    kind: "exception",
    code: 2,
  });
  expect(ask({ kind: "read-file", file: FILE, record: 8190, count: 3 })).toEqual({
    kind: "exception",
    code: 2,
  });
  // A program is in it: it is cleared first.
  expect(ask({ kind: "write-file", file: FILE, record: 0, values: [1] })).toEqual({
    kind: "exception",
    code: 4,
  });
  const locked = new StandInDrive(hollin, { rating: "H-090", firmware: "5.2", serial: "OH-2" });
  expect(handleModbus(locked, { kind: "write-file", file: FILE, record: 0, values: [1] })).toEqual({
    kind: "exception",
    code: 4,
  });
});
