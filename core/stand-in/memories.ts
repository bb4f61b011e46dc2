import type { Definition } from "@/core/definition";
import { bytesOfRaw, writeConciseDcf } from "@/core/format/values";
import { NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
import { Memory } from "./memory";

/** What of a drive's values it was made with. */
interface Held {
  rating: string;
  values?: Record<string, RawValue>;
  volatileValues?: Record<string, RawValue>;
}

/** The memories of a drive: the running one, the permanent one, and the card in it; and what becomes of them at a start and at a reset. */
export class Memories {
  private running: Memory;
  private permanent: Memory;
  private card: Memory | undefined;
  private loadCard = false;

  constructor(
    private readonly definition: Definition,
    private readonly held: Held,
  ) {
    this.permanent = Memory.factory(definition, held.rating);
    for (const [code, raw] of Object.entries(held.values ?? {}))
      this.permanent.set(this.parameter(code), raw);
    this.running = this.permanent.copy();
    for (const [code, raw] of Object.entries(held.volatileValues ?? {}))
      this.running.set(this.parameter(code), raw);
  }

  get hasCard(): boolean {
    return this.card !== undefined;
  }

  /** The running memory, as motors move what is measured in it. */
  get inUse(): Memory {
    return this.running;
  }

  /** Whether some setting in the running memory is not in the permanent one. */
  get volatile(): boolean {
    return this.definition.parameters.some(
      (each) => !NOT_SETTINGS.has(each.kind) && this.running.get(each) !== this.permanent.get(each),
    );
  }

  get(code: string, memory: "running" | "permanent" = "running"): RawValue {
    return (memory === "running" ? this.running : this.permanent).get(this.parameter(code));
  }

  parameter(code: string): Parameter {
    const parameter = this.definition.byCode.get(code);
    if (!parameter) throw new Error(`${this.definition.title} has no parameter ${code}.`);
    return parameter;
  }

  /** A value that was written; `permanent` where it lands in both at once. Another value than before makes the drive work out those anew that hang on it. */
  write(parameter: Parameter, raw: RawValue, permanent: boolean): void {
    if (this.running.get(parameter) !== raw) this.changeOthers(parameter);
    this.running.set(parameter, raw);
    if (permanent) this.permanent.set(parameter, raw);
  }

  /** Another module drives an axis: what it holds is the factory's, in both memories. */
  renewAxis(axis: number): void {
    const factory = Memory.factory(this.definition, this.held.rating);
    for (const parameter of this.definition.parameters)
      if (parameter.axis === axis)
        for (const memory of [this.running, this.permanent]) memory.set(parameter, factory.get(parameter));
  }

  setAtKeypad(code: string, raw: RawValue): void {
    this.running.set(this.parameter(code), raw);
  }

  /** What the drive tells of itself stands in both. */
  tell(code: string, raw: RawValue): void {
    this.running.set(this.parameter(code), raw);
    this.permanent.set(this.parameter(code), raw);
  }

  makePermanent(): void {
    this.permanent = this.running.copy();
  }

  /** What holds from a start on. After the power was off a card is read first, where that was asked for; not before. */
  start(powerWasOff: boolean): void {
    if (powerWasOff) {
      if (this.loadCard && this.card) this.permanent = this.card.copy();
      this.loadCard = false;
    }
    this.running = this.permanent.copy();
  }

  /** What the card holds, as a concise DCF; undefined where there is none. */
  cardContents(): Uint8Array | undefined {
    const { card } = this;
    if (!card) return undefined;
    const kept = this.definition.parameters.filter(
      (each) => each.node === 0 && !NOT_SETTINGS.has(each.kind) && !each.readOnly,
    );
    return writeConciseDcf(
      kept.map((each) => ({ address: each.address, data: bytesOfRaw(each.type, card.get(each)) })),
    );
  }

  saveToCard(): void {
    this.card = this.permanent.copy();
  }

  /** The card's values become the drive's own at its next start. */
  useCard(): boolean {
    this.loadCard = this.card !== undefined;
    return this.loadCard;
  }

  /** Everything is the factory's, from the next start on. */
  empty(): void {
    this.permanent = Memory.factory(this.definition, this.held.rating);
  }

  /** What the definition says a factory reset keeps stays as it is. */
  resetToFactory(): void {
    const { communication, effects } = this.definition.file.factoryReset!;
    const before = this.running;
    this.running = Memory.factory(this.definition, this.held.rating);
    for (const each of this.definition.parameters) {
      const kept =
        (each.kind === "communication" && communication === "kept") ||
        (each.kind === "safety" && effects?.safety === "kept");
      if (kept) this.running.set(each, before.get(each));
    }
    this.permanent = this.running.copy();
  }

  /** Some values are worked out anew when another one changes: they are the factory's again. */
  private changeOthers({ base, axis, set }: Parameter): void {
    const changed = (this.definition.file.couplings ?? [])
      .filter((each) => each.code === base)
      .flatMap((each) => each.changes);
    if (changed.length === 0) return;
    const factory = Memory.factory(this.definition, this.held.rating);
    for (const each of this.definition.parameters)
      if (
        changed.includes(each.base) &&
        (each.axis === axis || axis === 0) &&
        (each.set === set || set === 0)
      )
        this.running.set(each, factory.get(each));
  }
}
