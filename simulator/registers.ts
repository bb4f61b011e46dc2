import { parameterFor, type Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { decodeRegisters, encodeRegisters, type Parameter, type RawValue } from "@/core/value";

/** What the drive looks up when an address is asked for: which parameter begins here, and whether one lies across. */
export class RegisterMap {
  private readonly owner = new Map<number, Parameter>();
  private readonly blocks = new Set<number>();
  readonly parameters: Parameter[];

  constructor(readonly definition: Definition, rating: string) {
    this.parameters = definition.parameters.map((each) => parameterFor(definition, each, rating));
    for (const parameter of this.parameters) {
      for (let i = 0; i < parameter.registers; i++) {
        this.owner.set(parameter.address + i, parameter);
        this.blocks.add((parameter.address + i) >> 6);
      }
    }
  }

  ownerOf(address: number): Parameter | undefined {
    return this.owner.get(address);
  }

  /** A hole between parameters of one block of 64 registers: read as 0 by drives that allow it. */
  isGap(address: number): boolean {
    return !this.owner.has(address) && this.blocks.has(address >> 6);
  }
}

/** One memory of a drive: the running one, or the permanent one. */
export class Memory {
  private readonly words = new Map<number, number>();

  constructor(private readonly definition: Definition) {}

  static factory(definition: Definition, rating: string): Memory {
    const memory = new Memory(definition);
    for (const parameter of definition.parameters) memory.set(parameter, parameter.type === "text" ? "" : 0);
    for (const [code, raw] of valuesByCode(factorySet(definition, rating))) memory.set(definition.byCode.get(code)!, raw);
    return memory;
  }

  copy(): Memory {
    const memory = new Memory(this.definition);
    for (const [address, word] of this.words) memory.words.set(address, word);
    return memory;
  }

  word(address: number): number {
    return this.words.get(address) ?? 0;
  }

  get(parameter: Parameter): RawValue {
    const registers = Array.from({ length: parameter.registers }, (_, i) => this.word(parameter.address + i));
    return decodeRegisters(parameter.type, registers, this.definition.file.modbus.wordOrder);
  }

  set(parameter: Parameter, raw: RawValue): void {
    this.setWords(parameter.address, encodeRegisters(parameter.type, raw, this.definition.file.modbus.wordOrder, parameter.length));
  }

  setWords(address: number, words: readonly number[]): void {
    words.forEach((word, i) => this.words.set(address + i, word));
  }
}
