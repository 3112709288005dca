/**
 * A question as an item of QTI 3.0 (1EdTech, from memory of its binding): what other programs read, scored as we score it as
 * far as that standard can say it. What it cannot say is told beside.
 */
import type { Question } from "@dawngate/core/checks";
import { written } from "./written";

export interface WrittenItem {
  xml: string;
  /** What it does not say as we do, in sentences. */
  notes: string[];
}

/** The address of a picture in the package, by its name here; null: it is not there. */
export type PictureOf = (file: string) => string | null;

const NAMESPACE = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0";
const TEMPLATES = "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates";

/** Text in Markdown as paragraphs of XHTML: what lessons' questions are written with, and no more. */
export function paragraphs(text: string, pictureOf: PictureOf): string {
  return text
    .split(/\n{2,}/)
    .filter((one) => one.trim() !== "")
    .map((one) => `<p>${inline(one, pictureOf)}</p>`)
    .join("");
}

function inline(text: string, pictureOf: PictureOf): string {
  return text
    .split(/(!\[[^\]]*\]\(file:[0-9a-f]{64}\))/)
    .map((piece) => {
      const picture = /^!\[([^\]]*)\]\(file:([0-9a-f]{64})\)$/.exec(piece);
      if (!picture)
        return written(piece)
          .replaceAll(/\*\*([^*]+)\*\*/g, "<strong>$1</strong>")
          .replaceAll(/\*([^*\s][^*]*)\*/g, "<em>$1</em>")
          .replaceAll(/`([^`]+)`/g, "<code>$1</code>")
          .replaceAll(/\n/g, "<br/>");
      const [, alt = "", file = ""] = picture;
      const href = pictureOf(file);
      return href ? `<img src="${written(href)}" alt="${written(alt)}"/>` : written(alt);
    })
    .join("");
}

/** A number of points, without a binary neighbor's tail. */
const points = (value: number): string => String(Math.round(value * 1e6) / 1e6);

const declared = (
  name: string,
  cardinality: string,
  baseType: string,
  correct: readonly string[],
  mapped: readonly (readonly [key: string, value: number])[] = [],
  attributes = "",
) =>
  `<qti-response-declaration identifier="${name}" cardinality="${cardinality}" base-type="${baseType}">` +
  `<qti-correct-response>${correct.map((one) => `<qti-value>${written(one)}</qti-value>`).join("")}</qti-correct-response>` +
  (mapped.length === 0
    ? ""
    : `<qti-mapping lower-bound="0" default-value="0">${mapped
        .map(
          ([key, value]) =>
            `<qti-map-entry map-key="${written(key)}" mapped-value="${points(value)}"${attributes}/>`,
        )
        .join("")}</qti-mapping>`) +
  "</qti-response-declaration>";

const mapResponse = `<qti-response-processing template="${TEMPLATES}/map_response.xml"/>`;
/** All of it for what is right, else nothing. */
const allOrNothing = (condition: string, worth: number) =>
  `<qti-response-processing><qti-response-condition><qti-response-if>${condition}` +
  `<qti-set-outcome-value identifier="SCORE"><qti-base-value base-type="float">${points(worth)}</qti-base-value></qti-set-outcome-value>` +
  "</qti-response-if></qti-response-condition></qti-response-processing>";
const matches = (worth: number) =>
  allOrNothing(
    '<qti-match><qti-variable identifier="RESPONSE"/><qti-correct identifier="RESPONSE"/></qti-match>',
    worth,
  );
const sum = (terms: readonly string[]) =>
  `<qti-response-processing><qti-set-outcome-value identifier="SCORE"><qti-sum>${terms.join("")}</qti-sum></qti-set-outcome-value></qti-response-processing>`;

interface Parts {
  declarations: string;
  body: string;
  processing: string;
  notes: string[];
}

const choices = (
  answers: readonly { id: string; text: string; fixed?: boolean }[],
  pictureOf: PictureOf,
) =>
  answers
    .map(
      ({ text, fixed }, i) =>
        `<qti-simple-choice identifier="A${i + 1}"${fixed ? ' fixed="true"' : ""}>${inline(text, pictureOf)}</qti-simple-choice>`,
    )
    .join("");

function partsOf(question: Question, pictureOf: PictureOf): Parts {
  const prompt = paragraphs(question.text, pictureOf);
  const all = question.credit === "all";
  const worth = question.points;
  switch (question.kind) {
    case "true-false":
      return {
        declarations: declared("RESPONSE", "single", "identifier", [
          question.right === true ? "true" : "false",
        ]),
        body: `${prompt}<qti-choice-interaction response-identifier="RESPONSE" max-choices="1" shuffle="false"><qti-simple-choice identifier="true">True</qti-simple-choice><qti-simple-choice identifier="false">False</qti-simple-choice></qti-choice-interaction>`,
        processing: matches(worth),
        notes: [],
      };
    case "one":
    case "several": {
      const several = question.kind === "several";
      const right = new Set(several ? (question.right as string[]) : [question.right as string]);
      const named = question.answers.map(({ id }, i) => [id, `A${i + 1}`] as const);
      const correct = named.flatMap(([id, name]) => (right.has(id) ? [name] : []));
      const mapped =
        several && !all
          ? named.map(
              ([id, name]) => [name, (right.has(id) ? worth : -worth) / right.size] as const,
            )
          : [];
      return {
        declarations: declared(
          "RESPONSE",
          several ? "multiple" : "single",
          "identifier",
          correct,
          mapped,
        ),
        body: `${prompt}<qti-choice-interaction response-identifier="RESPONSE" max-choices="${several ? 0 : 1}" shuffle="${question.shuffle}">${choices(question.answers, pictureOf)}</qti-choice-interaction>`,
        processing: mapped.length > 0 ? mapResponse : matches(worth),
        notes: [],
      };
    }
    case "order": {
      const place = new Map(question.answers.map(({ id }, i) => [id, `A${i + 1}`]));
      return {
        declarations: declared(
          "RESPONSE",
          "ordered",
          "identifier",
          (question.right as string[]).map((id) => place.get(id) ?? ""),
        ),
        body: `${prompt}<qti-order-interaction response-identifier="RESPONSE" shuffle="true">${choices(question.answers, pictureOf)}</qti-order-interaction>`,
        processing: matches(worth),
        notes: all ? [] : ["an order that is right in part earns nothing there"],
      };
    }
    case "match": {
      const place = new Map(question.answers.map(({ id }, i) => [id, `A${i + 1}`]));
      const pairs = question.left.map(
        ({ id }, i) =>
          `L${i + 1} ${place.get((question.right as Record<string, string>)[id] ?? "")}`,
      );
      const side = (
        items: readonly { text: string; fixed?: boolean }[],
        letter: string,
        most: number,
      ) =>
        `<qti-simple-match-set>${items
          .map(
            ({ text, fixed }, i) =>
              `<qti-simple-associable-choice identifier="${letter}${i + 1}" match-max="${most}"${fixed ? ' fixed="true"' : ""}>${inline(text, pictureOf)}</qti-simple-associable-choice>`,
          )
          .join("")}</qti-simple-match-set>`;
      return {
        declarations: declared(
          "RESPONSE",
          "multiple",
          "directedPair",
          pairs,
          all ? [] : pairs.map((pair) => [pair, worth / pairs.length]),
        ),
        body: `${prompt}<qti-match-interaction response-identifier="RESPONSE" max-associations="${question.left.length}" shuffle="${question.shuffle}">${side(question.left, "L", 1)}${side(question.answers, "A", 0)}</qti-match-interaction>`,
        processing: all ? matches(worth) : mapResponse,
        notes: [],
      };
    }
    case "number": {
      const { tolerance, percent } = question;
      const off = tolerance ?? percent ?? 0;
      const equal = `<qti-equal tolerance-mode="${off === 0 ? "exact" : tolerance !== null ? "absolute" : "relative"}"${off === 0 ? "" : ` tolerance="${off} ${off}"`}><qti-variable identifier="RESPONSE"/><qti-correct identifier="RESPONSE"/></qti-equal>`;
      return {
        declarations: declared("RESPONSE", "single", "float", [String(question.right)]),
        body: `${prompt}<p><qti-text-entry-interaction response-identifier="RESPONSE" expected-length="12"/></p>`,
        processing: allOrNothing(equal, worth),
        notes: [],
      };
    }
    case "gap": {
      const right = question.right as string[][];
      const entry = (place: number) =>
        `<qti-text-entry-interaction response-identifier="RESPONSE${place}" expected-length="20"/>`;
      const seen = new Set<number>();
      const body = prompt.replaceAll(/\{(\d+)\}/g, (whole, number: string) => {
        const place = Number(number);
        if (place < 1 || place > right.length || seen.has(place)) return whole;
        seen.add(place);
        return entry(place);
      });
      const left = right.map((_, i) => i + 1).filter((place) => !seen.has(place));
      return {
        declarations: right
          .map((accepted, i) =>
            declared(
              `RESPONSE${i + 1}`,
              "single",
              "string",
              accepted.slice(0, 1),
              accepted.map((word) => [word, all ? 1 : worth / right.length]),
              ' case-sensitive="false"',
            ),
          )
          .join(""),
        body: `${body}${left.map((place) => `<p>${entry(place)}</p>`).join("")}`,
        processing: all
          ? allOrNothing(
              `<qti-equal tolerance-mode="exact"><qti-sum>${right.map((_, i) => `<qti-map-response identifier="RESPONSE${i + 1}"/>`).join("")}</qti-sum><qti-base-value base-type="float">${right.length}</qti-base-value></qti-equal>`,
              worth,
            )
          : sum(right.map((_, i) => `<qti-map-response identifier="RESPONSE${i + 1}"/>`)),
        notes: ["accents, dashes and quotation marks count there; here they do not"],
      };
    }
    case "keywords": {
      const right = question.right as string[][];
      const finds = (word: string) =>
        `<qti-substring case-sensitive="false"><qti-base-value base-type="string">${written(word)}</qti-base-value><qti-variable identifier="RESPONSE"/></qti-substring>`;
      const either = (wordings: readonly string[]) =>
        `<qti-or>${wordings.map(finds).join("")}</qti-or>`;
      const plus = (worthOfOne: number) =>
        `<qti-set-outcome-value identifier="SCORE"><qti-sum><qti-variable identifier="SCORE"/><qti-base-value base-type="float">${points(worthOfOne)}</qti-base-value></qti-sum></qti-set-outcome-value>`;
      return {
        declarations:
          '<qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="string"/>',
        body: `${prompt}<qti-extended-text-interaction response-identifier="RESPONSE"/>`,
        processing: all
          ? allOrNothing(`<qti-and>${right.map(either).join("")}</qti-and>`, worth)
          : `<qti-response-processing>${right
              .map(
                (wordings) =>
                  `<qti-response-condition><qti-response-if>${either(wordings)}${plus(worth / right.length)}</qti-response-if></qti-response-condition>`,
              )
              .join("")}</qti-response-processing>`,
        notes: ["a keyword is found there within longer words too"],
      };
    }
  }
}

/** @param name the item's identifier in the package */
export function writeItem(question: Question, name: string, pictureOf: PictureOf): WrittenItem {
  const { declarations, body, processing, notes } = partsOf(question, pictureOf);
  const title = question.text
    .replaceAll(/!\[[^\]]*\]\([^)]*\)/g, "")
    .replaceAll(/\s+/g, " ")
    .trim()
    .slice(0, 120);
  const explains = question.explanation.trim() !== "";
  const xml =
    `<?xml version="1.0" encoding="UTF-8"?>\n` +
    `<qti-assessment-item xmlns="${NAMESPACE}" identifier="${name}" title="${written(title || name)}" adaptive="false" time-dependent="false" tool-name="Dawn Gate" tool-version="1">` +
    declarations +
    `<qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float" normal-maximum="${points(question.points)}"><qti-default-value><qti-value>0</qti-value></qti-default-value></qti-outcome-declaration>` +
    `<qti-outcome-declaration identifier="MAXSCORE" cardinality="single" base-type="float"><qti-default-value><qti-value>${points(question.points)}</qti-value></qti-default-value></qti-outcome-declaration>` +
    (explains
      ? '<qti-outcome-declaration identifier="FEEDBACK" cardinality="single" base-type="identifier"><qti-default-value><qti-value>WHY</qti-value></qti-default-value></qti-outcome-declaration>'
      : "") +
    `<qti-item-body>${body}</qti-item-body>${processing}` +
    (explains
      ? `<qti-modal-feedback outcome-identifier="FEEDBACK" identifier="WHY" show-hide="show"><qti-content-body>${paragraphs(question.explanation, pictureOf)}</qti-content-body></qti-modal-feedback>`
      : "") +
    "</qti-assessment-item>\n";
  return { xml, notes };
}
