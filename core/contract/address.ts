import { fillPath, type Endpoint } from "./endpoint";

/** The address of a way in, its path and query filled in. */
export function addressOf<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  { params, query }: { params?: P; query?: Q },
): string {
  const path = fillPath(endpoint.path, (params ?? {}) as Record<string, string | number>);
  const search = new URLSearchParams((query ?? {}) as Record<string, string>).toString();
  return search ? `${path}?${search}` : path;
}
