import type { Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { emptyRaw, type Parameter, type RawValue } from "@/core/value";

/** One memory of a drive: the running one, the permanent one, or the card. */
export class Memory {
  private readonly values = new Map<string, RawValue>();

  /** What a drive of this rating comes with. */
  static factory(definition: Definition, rating: string): Memory {
    const memory = new Memory();
    for (const parameter of definition.parameters)
      memory.values.set(parameter.code, emptyRaw(parameter.type));
    for (const [code, raw] of valuesByCode(factorySet(definition, rating))) memory.values.set(code, raw);
    return memory;
  }

  copy(): Memory {
    const memory = new Memory();
    for (const [code, raw] of this.values) memory.values.set(code, raw);
    return memory;
  }

  get(parameter: Parameter): RawValue {
    return this.values.get(parameter.code) ?? 0;
  }

  set(parameter: Parameter, raw: RawValue): void {
    this.values.set(parameter.code, raw);
  }
}
