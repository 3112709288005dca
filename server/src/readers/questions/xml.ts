/** XML as QTI has it, of version 3.0 and of 2.2 alike: names in one spelling, and what stands in an element as one line of text. */
import { DOMParser } from "@xmldom/xmldom";
import { refusal } from "../../base/problem";

/** A document of so many characters is read, and so deep. */
const LONGEST = 5_000_000;
const DEEPEST = 60;

/** The root element. A document that declares entities is refused: nothing in it needs them, and they may be endless. */
export function parseXml(text: string, name: string): Element {
  if (text.length > LONGEST) throw refusal(`${name} has more than five million characters.`);
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    throw refusal(`${name} declares a document type; take that line out, it is not needed.`);
  const faults: string[] = [];
  const fault = (said: string) => void faults.push(said);
  const document = new DOMParser({
    errorHandler: { warning: fault, error: fault, fatalError: fault },
  }).parseFromString(text, "text/xml");
  const root = document?.documentElement;
  if (!root || faults.length > 0)
    throw refusal(`${name} is no well-formed XML. Export it once more, and bring it as it is.`);
  return root;
}

/** `qti-choice-interaction` (3.0) and `choiceInteraction` (2.2) are one name. */
export function nameOf({ localName, nodeName }: Element): string {
  const plain = (localName ?? nodeName).replace(/^.*:/, "").replace(/^qti-/, "");
  return plain.replaceAll(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
}

/** An attribute by its name in 2.2; in 3.0 it is written with dashes. */
export const attribute = (element: Element, name: string): string =>
  element.getAttribute(name) ||
  element.getAttribute(name.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)) ||
  "";

export function childrenOf(element: Element): Element[] {
  const found: Element[] = [];
  for (let node = element.firstChild; node; node = node.nextSibling)
    if (node.nodeType === 1) found.push(node as Element);
  return found;
}

/** All elements below one, of a name. */
export function allOf(element: Element, ...names: string[]): Element[] {
  const found: Element[] = [];
  const look = (one: Element, depth: number) => {
    if (depth > DEEPEST) throw refusal("This is nested deeper than any question needs.");
    for (const child of childrenOf(one)) {
      if (names.includes(nameOf(child))) found.push(child);
      look(child, depth + 1);
    }
  };
  look(element, 0);
  return found;
}

export const firstOf = (element: Element, ...names: string[]): Element | undefined =>
  allOf(element, ...names)[0];

/** Marks of Markdown around what HTML makes bold, slanted, or code. */
const MARKS: Readonly<Record<string, string>> = {
  strong: "**",
  b: "**",
  em: "*",
  i: "*",
  code: "`",
};

/**
 * What is written in an element, on one line, with Markdown's marks. `inside` says what stands in the place of an element
 * (an empty text leaves it out); undefined: what stands in it.
 */
export function textOf(
  element: Element,
  inside: (child: Element) => string | undefined = () => undefined,
  depth = 0,
): string {
  if (depth > DEEPEST) return "";
  let text = "";
  for (let node = element.firstChild; node; node = node.nextSibling) {
    if (node.nodeType === 3 || node.nodeType === 4) text += node.nodeValue ?? "";
    if (node.nodeType !== 1) continue;
    const child = node as Element;
    const replaced = inside(child);
    if (replaced !== undefined) {
      text += replaced;
      continue;
    }
    const name = nameOf(child);
    const within = textOf(child, inside, depth + 1);
    const mark = within.trim() === "" ? "" : (MARKS[name] ?? "");
    const block = /^(p|div|li|br|h[1-6]|tr|blockquote|prompt|pre)$/.test(name);
    text += block ? ` ${within} ` : mark ? `${mark}${within.trim()}${mark}` : within;
  }
  return depth === 0 ? text.replaceAll(/\s+/g, " ").trim() : text;
}
