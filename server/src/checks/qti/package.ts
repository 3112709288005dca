/** A quiz as a package of QTI 3.0: its test, an item a question, the pictures they show, and what it could not say. */
import { minutesIn, type Question } from "@dawngate/core/checks";
import { filesInText, type PartOf } from "@dawngate/core/lessons";
import { paragraphs, writeItem } from "./item";
import { written } from "./written";

export interface Packed {
  title: string;
  part: PartOf<"quiz">;
  /** Those asked by name, and those that can be drawn. */
  questions: readonly Question[];
  /** The pictures by their names here: the end of their names, and their bytes. */
  pictures: ReadonlyMap<string, { ending: string; bytes: Uint8Array }>;
}

const NAMESPACE = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0";
const MANIFEST = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1";

/** What other programs cannot be told about a quiz, in sentences. */
function unsaid({
  passMark,
  attemptsAllowed,
  retake,
  retakeCost,
  wait,
  counts,
  outOf,
  uncounted = [],
}: PartOf<"quiz">): string[] {
  return [
    ...(passMark > 0 ? [`the pass mark of ${passMark} %`] : []),
    ...(attemptsAllowed !== null ? [`${attemptsAllowed} attempts`] : []),
    ...(wait !== null ? ["the wait between attempts"] : []),
    ...(retakeCost > 0 ? [`the ${retakeCost} % that a further attempt costs`] : []),
    ...(retake === "missed" ? ["that a further attempt asks only what was missed"] : []),
    ...(counts !== "best" ? [`that the ${counts} attempt counts`] : []),
    ...(outOf !== null ? [`that ${outOf} points are 100 %`] : []),
    ...(uncounted.length > 0
      ? [`questions that are left out of the count: ${uncounted.length}`]
      : []),
  ];
}

export async function writePackage({
  title,
  part,
  questions,
  pictures,
}: Packed): Promise<Uint8Array> {
  const { default: JSZip } = await import("jszip");
  const zip = new JSZip();
  const notes: string[] = unsaid(part).map((one) => `Not carried: ${one}.`);
  const names = new Map(
    questions.map(({ id }, i) => [id, `item-${String(i + 1).padStart(3, "0")}`]),
  );
  const hrefs = new Map(
    [...pictures].map(([id, { ending }], i) => [id, `pictures/picture-${i + 1}.${ending}`]),
  );
  for (const [id, { bytes }] of pictures) zip.file(`items/${hrefs.get(id)}`, bytes);
  const pictureOf = (file: string) => hrefs.get(file) ?? null;
  const resources: string[] = [];
  questions.forEach((question) => {
    const name = names.get(question.id) ?? "";
    const { xml, notes: said } = writeItem(question, name, pictureOf);
    zip.file(`items/${name}.xml`, xml);
    notes.push(...said.map((one) => `${name}: ${one}.`));
    const shown = filesInText(textsOf(question)).flatMap((file) => pictureOf(file) ?? []);
    resources.push(
      `<resource identifier="r-${name}" type="imsqti_item_xmlv3p0" href="items/${name}.xml"><file href="items/${name}.xml"/>${shown.map((href) => `<file href="items/${written(href)}"/>`).join("")}</resource>`,
    );
  });
  zip.file("test.xml", testOf(title, part, questions, names));
  zip.file(
    "imsmanifest.xml",
    `<?xml version="1.0" encoding="UTF-8"?>\n<manifest xmlns="${MANIFEST}" identifier="dawn-gate-quiz"><metadata><schema>QTI Package</schema><schemaversion>3.0.0</schemaversion></metadata><organizations/><resources><resource identifier="r-test" type="imsqti_test_xmlv3p0" href="test.xml"><file href="test.xml"/>${[...names.values()].map((name) => `<dependency identifierref="r-${name}"/>`).join("")}</resource>${resources.join("")}</resources></manifest>\n`,
  );
  zip.file("notes.txt", notes.length === 0 ? "Everything was carried.\n" : `${notes.join("\n")}\n`);
  return zip.generateAsync({ type: "uint8array", compression: "DEFLATE" });
}

const textsOf = (question: Question): string =>
  [
    question.text,
    question.explanation,
    ...("answers" in question ? question.answers.map(({ text }) => text) : []),
    ...("left" in question ? question.left.map(({ text }) => text) : []),
  ].join("\n");

/** A section a part; what is drawn stands in a section of its own, of which so many are asked. */
function testOf(
  title: string,
  part: PartOf<"quiz">,
  questions: readonly Question[],
  names: ReadonlyMap<string, string>,
): string {
  const byName = new Set(
    part.parts.flatMap(({ ask }) => ask.filter((one) => typeof one === "string")),
  );
  const ref = (id: string) => {
    const name = names.get(id);
    return name ? `<qti-assessment-item-ref identifier="${name}" href="items/${name}.xml"/>` : "";
  };
  const minutes = minutesIn(part.limit);
  const none = () => null;
  const drawn = new Set<string>();
  const sections = part.parts.map((one, i) => {
    const asks = one.ask.map((ask, j) => {
      if (typeof ask === "string") return ref(ask);
      // A question stands in a test once: a category that is drawn from twice stands with the first.
      const from = drawn.has(ask.category)
        ? []
        : questions.filter(({ id, category }) => category === ask.category && !byName.has(id));
      drawn.add(ask.category);
      return `<qti-assessment-section identifier="draw-${i + 1}-${j + 1}" title="${written(ask.category)}" visible="false"><qti-selection select="${ask.draw}"/><qti-ordering shuffle="true"/>${from.map(({ id }) => ref(id)).join("")}</qti-assessment-section>`;
    });
    const said = [one.before, one.after].filter((text) => text.trim() !== "").join("\n\n");
    return (
      `<qti-assessment-section identifier="part-${i + 1}" title="${written(one.title || `Part ${i + 1}`)}" visible="true">` +
      (one.shuffle ? '<qti-ordering shuffle="true"/>' : "") +
      (said
        ? `<qti-rubric-block view="candidate" use="instructions"><qti-content-body>${paragraphs(said, none)}</qti-content-body></qti-rubric-block>`
        : "") +
      `${asks.join("")}</qti-assessment-section>`
    );
  });
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n` +
    `<qti-assessment-test xmlns="${NAMESPACE}" identifier="test" title="${written(title)}" tool-name="Dawn Gate" tool-version="1">` +
    (minutes === null ? "" : `<qti-time-limits max-time="${minutes * 60}"/>`) +
    `<qti-test-part identifier="all" navigation-mode="nonlinear" submission-mode="simultaneous">${sections.join("")}</qti-test-part></qti-assessment-test>\n`
  );
}
