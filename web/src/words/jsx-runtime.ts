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

export function jsx(type: ElementType, props: Props, key?: Key): ReactElement {
  return reactJsx(type, spoken(type, props), key);
}

export function jsxs(type: ElementType, props: Props, key?: Key): ReactElement {
  return reactJsxs(type, spoken(type, props), key);
}

/**
 * The properties with their texts in the reader's words; the same object where none changes, as of
 * nearly all the shapes of a drawing. What is marked as typed (a product's name on the shelf) stays.
 */
function spoken(type: unknown, props: Props): Props {
  const { children } = props;
  const found = typeof children === "string" || Array.isArray(children) ? texts(props) : props;
  // Attributes that are read by people; a component's own `title` may be anything.
  let said = read(found, props, "aria-label");
  said = read(said, props, "placeholder");
  if (typeof type !== "string") return said;
  said = read(said, props, "title");
  return read(said, props, "alt");
}

/** The properties with the texts among their children put in the reader's words. */
function texts(props: Props): Props {
  if (props["data-typed"]) return props;
  const { children } = props;
  if (typeof children === "string") {
    return replaced(props, props, "children", inReadersWords(children));
  }
  const every = children as unknown[];
  if (!every.some((child) => typeof child === "string")) return props;
  const put = every.map((child) => (typeof child === "string" ? inReadersWords(child) : child));
  return replaced(props, props, "children", put);
}

function read(found: Props, props: Props, name: string): Props {
  const text = props[name];
  if (typeof text !== "string" || props["data-typed"]) return found;
  return replaced(found, props, name, inReadersWords(text));
}

function replaced(found: Props, props: Props, name: string, value: unknown): Props {
  if (value === found[name]) return found;
  return found === props ? { ...props, [name]: value } : Object.assign(found, { [name]: value });
}
