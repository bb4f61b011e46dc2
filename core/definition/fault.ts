/** One thing wrong in a definition file: where, what stood there, what should, and how to mend it. */
export interface DefinitionFault {
  /** Path inside the file, e.g. `groups[2].parameters[0].default (1r)`. */
  path: string;
  found: string;
  expected: string;
  remedy: string;
}

/** A definition that cannot be used, with everything that is wrong in it. */
export class DefinitionError extends Error {
  constructor(
    readonly file: string,
    readonly faults: readonly DefinitionFault[],
  ) {
    super(
      `${file} cannot be used as a definition:\n` +
        faults
          .map((each) => `  ${each.path}: found ${each.found}, expected ${each.expected}. ${each.remedy}`)
          .join("\n"),
    );
    this.name = "DefinitionError";
  }
}
