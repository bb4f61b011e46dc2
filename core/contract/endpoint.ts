import type { TroubleCode } from "@/core/drive";
import { nothing, object, text, type Shape } from "@/core/shape";
import type { Right } from "./rights";

/** One way in: everything that handlers, the browser's calls and the published description say of it. */
export interface Endpoint<P, Q, B, A> {
  method: "GET" | "POST";
  /** With its parameters by name: `/api/plants/:plant/positions/:tag/notes`. */
  path: string;
  /** What it does, in one line. */
  does: string;
  right: Right;
  /** The warning before live work must have been acknowledged in this sign-in. */
  acknowledged: boolean;
  /** Open to who is not signed in: choosing the first password. It guards itself. */
  open: boolean;
  params: Shape<P>;
  query: Shape<Q>;
  body: Shape<B>;
  answer: Shape<A>;
  /** What may go wrong beside what may go wrong with any (`COMMON_TROUBLES`). */
  troubles: readonly TroubleCode[];
  /** "file": bytes with a name; "events": a stream of server-sent events. */
  sends: "json" | "file" | "events";
  /** "file": the body is the bytes of a file of at most `most` bytes. */
  takes: "json" | { file: true; most: number };
}

export type AnyEndpoint = Endpoint<unknown, unknown, unknown, unknown>;

/** What may go wrong with any way in. */
export const COMMON_TROUBLES: readonly TroubleCode[] = [
  "not-signed-in",
  "no-right",
  "other-origin",
  "bad-request",
  "not-found",
  "no-space",
  "fault",
];

const none = object({});

type Spec<P, Q, B, A> = Pick<Endpoint<P, Q, B, A>, "method" | "path" | "does" | "right"> &
  Partial<Endpoint<P, Q, B, A>>;

/** Describes a way in; what is not said is usual: no query, no body, an answer of nothing, JSON both ways. */
export function endpoint<P = object, Q = object, B = undefined, A = undefined>(
  spec: Spec<P, Q, B, A>,
): Endpoint<P, Q, B, A> {
  return {
    acknowledged: false,
    open: false,
    params: none as Shape<P>,
    query: none as Shape<Q>,
    body: nothing as Shape<B>,
    answer: nothing as Shape<A>,
    troubles: [],
    sends: "json",
    takes: "json",
    ...spec,
  };
}

/** A name that stands in a path: at most 80 characters, none of which ends a line or is NUL. */
export const name = text({ min: 1, max: 80, pattern: /^[^\u0000-\u001f/\\]+$/, called: "a name" });

/** The path with its parameters filled in. Example: `/api/plants/:plant/inventory/:format` with plant "a b" is `/api/plants/a%20b/...`. */
export function fillPath(path: string, params: Record<string, string | number>): string {
  return path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(String(params[key])));
}

/** The names of a path's parameters, in their order. */
export function paramsOf(path: string): string[] {
  return [...path.matchAll(/:(\w+)/g)].map((each) => each[1]!);
}

const PERSONS_OWN = /^\/api\/(own\/|acknowledgement$)|\/own-list$/;

/** Whether a way in is a person's own doing, which no token does in their name: acknowledging a warning, ending a sign-in. */
export const isPersonsOwn = (path: string): boolean => PERSONS_OWN.test(path);
