import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A way to another page of the application. Nothing is fetched before somebody goes there: what a page shows is of the moment it is opened, and a page with fifty links
 * would ask fifty times for what nobody wants to see.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  return <NextLink {...props} prefetch={false} />;
}
