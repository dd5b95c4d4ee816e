/**
 * React's JSX runtime, with every text on its way to the screen put in the reader's words (see
 * `regional`). It is the one place that all texts pass, those of the server and those of the pages;
 * what is typed into a field (`value`) is never touched.
 */
import type { ElementType, Key, ReactElement } from "react";
import { Fragment, jsx as reactJsx, jsxs as reactJsxs } from "react/jsx-runtime";
import { inReadersWords } from "./regional";

export type { JSX } from "react";
export { Fragment };

type Props = Record<string, unknown>;

/** Attributes that are read by people; a component's own `title` may be anything. */
const READ = ["aria-label", "placeholder"] as const;
const READ_ON_ELEMENTS = [...READ, "title", "alt"] as const;

export function jsx(type: ElementType, props: Props, key?: Key): ReactElement {
  return reactJsx(type, spoken(type, props), key);
}

export function jsxs(type: ElementType, props: Props, key?: Key): ReactElement {
  return reactJsxs(type, spoken(type, props), key);
}

/**
 * The properties with their texts in the reader's words; the same object where none changes. What
 * is marked as typed (a product's name on the shelf) stays.
 */
function spoken(type: unknown, props: Props): Props {
  if (props["data-typed"]) return props;
  let found = props;
  for (const name of typeof type === "string" ? READ_ON_ELEMENTS : READ) {
    const text = props[name];
    if (typeof text === "string") found = replaced(found, props, name, inReadersWords(text));
  }
  const { children } = props;
  if (typeof children === "string") {
    return replaced(found, props, "children", inReadersWords(children));
  }
  if (!Array.isArray(children) || !children.some((child) => typeof child === "string")) {
    return found;
  }
  const put = children.map((child) => (typeof child === "string" ? inReadersWords(child) : child));
  return replaced(found, props, "children", put);
}

function replaced(found: Props, props: Props, name: string, value: unknown): Props {
  if (value === found[name]) return found;
  return found === props ? { ...props, [name]: value } : Object.assign(found, { [name]: value });
}
