import Joi from "joi";

/**
 * What a value must look like, with the TypeScript type of what passes: one source for both, so that neither is typed by hope.
 * Behind it stands a Joi schema.
 */
export interface Shape<T> {
  readonly joi: Joi.Schema;
  /** Whether the field may be left out of its object. */
  readonly mayLack?: boolean;
  /** Only for the compiler. */
  readonly type?: T;
}

/** A field that may be left out. */
export interface Optional<T> extends Shape<T> {
  readonly mayLack: true;
}

/** The type of what a shape lets through: `Of<typeof point>`. */
export type Of<S> = S extends Shape<infer T> ? T : never;

type Fields = Record<string, Shape<unknown>>;
type LackingKeys<F extends Fields> = { [K in keyof F]: F[K] extends Optional<unknown> ? K : never }[keyof F];
type Flat<T> = { [K in keyof T]: T[K] };
export type ObjectOf<F extends Fields> = Flat<
  { [K in Exclude<keyof F, LackingKeys<F>>]: Of<F[K]> } & { [K in LackingKeys<F>]?: Of<F[K]> }
>;

/**
 * A Joi schema that says more than the helpers here can; its type is given by hand.
 * It is made when it is first asked for: a program loads hundreds of shapes and checks by a few.
 */
export function shapeOf<T>(make: () => Joi.Schema): Shape<T> {
  let made: Joi.Schema | undefined;
  return {
    get joi() {
      return (made ??= make());
    },
  };
}

/** The field may be left out of its object. */
export function optional<T>(shape: Shape<T>): Optional<T> {
  return {
    get joi() {
      return shape.joi;
    },
    mayLack: true,
  };
}

interface TextLimits {
  min?: number;
  max?: number;
  pattern?: RegExp;
  /** What a value that fits the pattern is called in an error. */
  called?: string;
}

/** Text; may be empty unless `min` says otherwise. */
export function text({ min = 0, max, pattern, called }: TextLimits = {}): Shape<string> {
  return shapeOf(() => {
    let joi = Joi.string();
    if (min === 0) joi = joi.allow("");
    else joi = joi.min(min);
    if (max !== undefined) joi = joi.max(max);
    if (pattern) joi = joi.pattern(pattern, called ?? "what is expected here");
    return joi;
  });
}

interface NumberLimits {
  min?: number;
  max?: number;
}

/** A number, not infinite. */
export function number(limits: NumberLimits = {}): Shape<number> {
  return shapeOf(() => numberWithin(limits));
}

/** A whole number. */
export function whole(limits: NumberLimits = {}): Shape<number> {
  return shapeOf(() => numberWithin(limits).integer());
}

function numberWithin({ min, max }: NumberLimits): Joi.NumberSchema {
  let joi = Joi.number().unsafe();
  if (min !== undefined) joi = joi.min(min);
  if (max !== undefined) joi = joi.max(max);
  return joi;
}

export const yesNo: Shape<boolean> = shapeOf(() => Joi.boolean());

/** One of a few texts or numbers. */
export function oneOf<const V extends readonly (string | number)[]>(values: V): Shape<V[number]> {
  return shapeOf(() => Joi.valid(...values));
}

/** Any of several shapes; the first that fits. */
export function either<S extends readonly Shape<unknown>[]>(...shapes: S): Shape<Of<S[number]>> {
  return shapeOf(() => Joi.alternatives().try(...shapes.map((each) => each.joi)));
}

export function list<T>(item: Shape<T>, { min, max }: NumberLimits = {}): Shape<T[]> {
  return shapeOf(() => {
    let joi = Joi.array().items(item.joi);
    if (min !== undefined) joi = joi.min(min);
    if (max !== undefined) joi = joi.max(max);
    return joi;
  });
}

/** An object used as a table from texts to values. */
export function table<T>(value: Shape<T>): Shape<Record<string, T>> {
  return shapeOf(() => Joi.object().pattern(Joi.string(), value.joi));
}

/** An object with these fields and no others. */
export function object<F extends Fields>(fields: F): Shape<ObjectOf<F>> {
  return shapeOf(() => {
    const keys = Object.entries(fields).map(([name, { joi, mayLack }]) => [
      name,
      mayLack ? joi.optional() : joi.required(),
    ]);
    return Joi.object(Object.fromEntries(keys) as Joi.SchemaMap);
  });
}

/**
 * One of several objects, told apart by one of their fields. An error speaks of the variant that was meant.
 * Example: `byField("kind", { a: object({ kind: oneOf(["a"]) }), b: ... })`.
 */
export function byField<V extends Record<string, Shape<object>>>(
  field: string,
  variants: V,
): Shape<Of<V[keyof V]>> {
  const known = Object.keys(variants);
  return shapeOf(() =>
    Joi.alternatives().conditional(Joi.ref(`.${field}`), {
      switch: Object.entries(variants).map(([name, { joi }]) => ({
        is: Joi.valid(name).required(),
        then: joi,
      })),
      otherwise: Joi.object({ [field]: Joi.valid(...known).required() }).unknown(),
    }),
  );
}

/** Nothing: an action without an answer. JSON carries it as null. */
export const nothing: Shape<undefined> = shapeOf(() =>
  Joi.valid(null).optional().messages({ "any.only": "nothing is expected here: leave the body out" }),
);
