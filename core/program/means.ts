import { addressOf, type Command, type Definition, type Sign } from "@/core/definition";
import { signGiven, type Item } from "@/core/drive";
import { flashStatus, NO_PROGRAM } from "./status";

/** What is looked at, and what it means. */
export interface Look<T> {
  items: Item[];
  understand(raws: readonly number[]): T;
}

/** How the memory for a program stands. */
export interface ProgramMemory {
  busy: boolean;
  empty: boolean;
  valid: boolean;
}

/** How a drive's program is reached over its link, whatever the protocol. */
export interface ProgramMeans {
  /** The object (index times 256 plus sub-index) or the number of the file that takes its bytes. */
  block: number;
  commands: Record<"start" | "stop" | "clear", Command> & { accept?: Command };
  runs: Look<boolean>;
  memory: Look<ProgramMemory>;
  identification: Look<number>;
}

/** How the program of a family is reached; undefined where its definition does not say. Sources: CiA 302-3 (1F50, 1F51, 1F56, 1F57); Modbus V1.1b3, 6.14 and 6.15. */
export function programMeans({ file }: Pick<Definition, "file">): ProgramMeans | undefined {
  const { program } = file;
  if (!program) return undefined;
  if (program.canopen && file.canopen) return overObjects(program.canopen, program.longestMs);
  if (program.modbus && file.modbus) return overRecords(program.modbus);
  return undefined;
}

type Spec = NonNullable<Definition["file"]["program"]>;

function overObjects(spec: NonNullable<Spec["canopen"]>, longestMs: number): ProgramMeans {
  const control = (value: number, text: string): Command => ({
    address: spec.control,
    type: "u8",
    value,
    text,
    longestMs,
  });
  return {
    block: addressOf(spec.download),
    commands: {
      stop: control(0, "Stops its program"),
      start: control(1, "Starts its program"),
      clear: control(3, "Clears its program memory"),
    },
    runs: { items: [{ address: addressOf(spec.control), type: "u8" }], understand: ([word]) => word === 1 },
    memory: {
      items: [{ address: addressOf(spec.status), type: "u32" }],
      understand: ([word]) => {
        const { busy, code } = flashStatus(word!);
        return { busy, empty: code === NO_PROGRAM, valid: code === 0 };
      },
    },
    identification: numberAt(spec.identification),
  };
}

function overRecords(spec: NonNullable<Spec["modbus"]>): ProgramMeans {
  const { file, start, stop, clear, accept, runs, busy, empty, valid, identification } = spec;
  return {
    block: file,
    commands: { start, stop, clear, accept },
    runs: { items: [itemOf(runs)], understand: ([word]) => signGiven(runs, word!) },
    memory: {
      items: [busy, empty, valid].map(itemOf),
      understand: ([first, second, third]) => ({
        busy: signGiven(busy, first!),
        empty: signGiven(empty, second!),
        valid: signGiven(valid, third!),
      }),
    },
    identification: numberAt(identification),
  };
}

const itemOf = (sign: Sign): Item => ({ address: addressOf(sign.address), type: sign.type ?? "u16" });

function numberAt(address: Parameters<typeof addressOf>[0]): Look<number> {
  return { items: [{ address: addressOf(address), type: "u32" }], understand: ([word]) => word! };
}
