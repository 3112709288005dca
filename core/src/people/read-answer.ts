/** Whether what somebody gives can be an answer to a field, and the answer as it is kept. */
import { formatDate, parseDate } from "../time/civil";
import { choiceCalled } from "./choice-tree";
import { type AnswerableField, type FieldCheck, type FieldValue, LONGEST_TEXT } from "./field";
import { partsOf } from "./parts";
import { sayChoice } from "./say-choice";

/** A number is at most so far from zero, and has at most so many decimals. */
const FARTHEST = 1e12;
const DECIMALS = 6;

type Read = { ok: true; value: FieldValue } | { ok: false; fault: string };

const fault = (text: string): Read => ({ ok: false, fault: text });
const found = (value: FieldValue): Read => ({ ok: true, value });

/** Line breaks, control characters, and marks that turn the direction of what follows. */
const UNFIT = /[\p{Cc}\p{Zl}\p{Zp}\u202A-\u202E\u2066-\u2069]/u;

function readText(text: string, { longest, signs }: FieldCheck): Read {
  const value = text.trim();
  const most = Math.min(longest ?? LONGEST_TEXT, LONGEST_TEXT);
  if (value === "") return fault("Write something, or leave it out");
  if ([...value].length > most) return fault(`At most ${most} ${most === 1 ? "sign" : "signs"}`);
  if (UNFIT.test(value)) return fault("It stands on one line, without control characters");
  if (signs === "figures" && !/^\d+$/.test(value)) return fault("Figures only");
  if (signs === "plain" && !/^[A-Za-z0-9-]+$/.test(value))
    return fault("Letters from A to Z, figures and hyphens only");
  return found(value);
}

function readNumber(value: number, { least, most }: FieldCheck): Read {
  if (!Number.isFinite(value) || Math.abs(value) > FARTHEST)
    return fault("Write a number, such as 12 or 0.5");
  if (Number(value.toFixed(DECIMALS)) !== value) return fault(`At most ${DECIMALS} decimals`);
  if (least !== null && value < least) return fault(`At least ${least}`);
  if (most !== null && value > most) return fault(`At most ${most}`);
  return found(value === 0 ? 0 : value);
}

function readDay(text: string, { from, to }: FieldCheck): Read {
  const day = parseDate(text);
  if (!day.ok) return fault("Write a day as year, month and day, such as 2027-03-01");
  const value = formatDate(day.value);
  // Days of four figures stand in the order of their letters.
  if (from !== null && value < from) return fault(`Not before ${from}`);
  if (to !== null && value > to) return fault(`Not after ${to}`);
  return found(value);
}

/** Of several choices those there are, each once, in the field's order. `before`: what stood there may stay. */
function readChoices(
  ids: readonly string[],
  { kind, choices }: AnswerableField,
  before: readonly string[],
): Read {
  for (const id of ids) {
    const choice = choices.find((one) => one.id === id);
    if (!choice) return fault("Choose one of what is offered");
    if (choice.ended && !before.includes(id))
      return fault(`“${sayChoice(choices, id)}” is not offered any more`);
  }
  if (ids.length === 0) return fault("Choose something, or leave it out");
  if (kind === "several") return found(choices.flatMap(({ id }) => (ids.includes(id) ? [id] : [])));
  const [only] = ids;
  if (ids.length > 1 || only === undefined) return fault("Choose one");
  return found(only);
}

/**
 * What somebody gave for a field, as it is kept; or why it cannot be. `before`: what stood there, which may stay though
 * a choice of it is offered no more.
 *
 * @example readAnswer({ kind: "number", check: { ...NO_CHECK, least: 1 }, choices: [] }, 0) // { ok: false, fault: "At least 1" }
 */
export function readAnswer(
  field: AnswerableField,
  given: unknown,
  before: FieldValue | null = null,
): Read {
  const { kind, check } = field;
  if (kind === "number")
    return typeof given === "number" ? readNumber(given, check) : fault("Write a number");
  if (kind === "several" || kind === "choice") {
    const ids = Array.isArray(given) ? given : [given];
    if (!ids.every((id): id is string => typeof id === "string"))
      return fault("Choose one of what is offered");
    return readChoices(ids, field, partsOf(before));
  }
  if (typeof given !== "string") return fault(kind === "date" ? "Write a day" : "Write a text");
  return kind === "date" ? readDay(given, check) : readText(given, check);
}

/**
 * The same from a text, as it is typed or stands in a file: choices by their words, several parted by `;`. A number has
 * a point or a comma before its decimals, and nothing between its thousands.
 *
 * @example readTypedAnswer({ kind: "number", check: NO_CHECK, choices: [] }, "0,5") // { ok: true, value: 0.5 }
 */
export function readTypedAnswer(
  field: AnswerableField,
  text: string,
  before: FieldValue | null = null,
): Read {
  const { kind, choices } = field;
  if (kind === "number") {
    const plain = text.trim().replace(",", ".");
    if (!/^[+-]?\d{1,13}(\.\d{1,12})?$/.test(plain))
      return fault(`“${text.trim().slice(0, 40)}” is no number; write it as 12 or 0.5`);
    return readAnswer(field, Number(plain), before);
  }
  if (kind !== "choice" && kind !== "several") return readAnswer(field, text.trim(), before);
  const ids: string[] = [];
  const said = kind === "several" ? text.split(";").filter((one) => one.trim() !== "") : [text];
  for (const one of said) {
    const choice = choiceCalled(choices, one);
    const name = one.trim().slice(0, 60);
    if (choice === null) return fault(`There is no choice “${name}”`);
    if (choice === "several")
      return fault(`“${name}” stands in several places: write what it stands below, as A › B`);
    ids.push(choice.id);
  }
  return readAnswer(field, ids, before);
}
