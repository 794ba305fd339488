import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A link to a page of the application. What it leads to is asked for when it is followed, and only then: a list of fields
 * asked for eighty pages as soon as it was seen, of which somebody opens one.
 */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
