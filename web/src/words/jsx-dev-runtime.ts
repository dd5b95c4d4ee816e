/** The runtime of `jsx-runtime` as the development server asks for it. */
import type { ElementType, Key, ReactElement } from "react";
import { jsx } from "./jsx-runtime";

export type { JSX } from "react";
export { Fragment } from "./jsx-runtime";

export function jsxDEV(type: ElementType, props: Record<string, unknown>, key?: Key): ReactElement {
  return jsx(type, props, key);
}
