/**
 * Questions out and in by QTI (1EdTech, Question and Test Interoperability; 3.0 and 2.2, its items written after the
 * specification, from memory: the registry carries no examples), and by tables and documents.
 */
import type { QuestionsRead } from "@dawngate/contract/checks";
import { readTyped, writeTyped } from "@dawngate/core/checks";
import JSZip from "jszip";
import { writeItem } from "../../src/checks/qti/item";
import { questions as read } from "../../src/readers/kinds/questions";
import { COURSE, quizSchool } from "../helpers/quiz-school";

const bytes = (text: string) => new TextEncoder().encode(text);
const readText = (text: string, name = "item.xml") => read({ bytes: bytes(text), name });
const id = (place: number) => `q${place}`;
const none = () => null;

const TYPED = `Which flour drinks the most? (2)
* Rye
- Wheat & spelt
> Bran holds **water**.

Which are allergens? (3)
* Rye
* Sesame
- Salt <1 %

Salt strengthens the dough.
= true

How hot is the oven, in °C?
= 230 ± 5

How much water? (1.5)
= 400 ± 2.5 %

Rye is {dark|darker}, wheat {light}. (3)

What belongs together? (2)
- Rye -> Dense loaves
- Wheat -> Airy loaves
- Spelt -> Airy loaves

In which order?
1. Mix
2. Rest
3. Bake

What does a levain need? (2)
~ flour / meal
~ water
`;

describe("out and in again", () => {
  const { questions, faults } = readTyped(TYPED, id);

  test("each kind comes in as it went out", async () => {
    expect(faults).toEqual([]);
    for (const question of questions) {
      const { xml } = writeItem(question, "item-001", none);
      const { text, notes } = await readText(xml);
      expect([question.id, notes]).toEqual([question.id, []]);
      // An order that is right in part earns nothing elsewhere: it comes back so.
      const credit = question.kind === "order" ? "all" : question.credit;
      expect(text).toBe(writeTyped([{ ...question, credit }]));
    }
  });

  test("what the standard cannot say is told", () => {
    const notesOf = (kind: string) =>
      questions
        .filter((one) => one.kind === kind)
        .flatMap((one) => writeItem(one, "item-001", none).notes);
    expect(notesOf("one")).toEqual([]);
    expect(notesOf("order")).toEqual(["an order that is right in part earns nothing there"]);
    expect(notesOf("gap")).toHaveLength(1);
    expect(notesOf("keywords")).toHaveLength(1);
  });

  test("several right answers are mapped so that a wrong one takes as much as a right one gives", () => {
    const several = questions.find(({ kind }) => kind === "several");
    if (!several) throw new Error();
    const { xml } = writeItem(several, "item-001", none);
    expect(xml).toContain('<qti-mapping lower-bound="0" default-value="0">');
    expect([...xml.matchAll(/mapped-value="([^"]+)"/g)].map(([, value]) => value)).toEqual([
      "1.5",
      "1.5",
      "-1.5",
    ]);
  });

  test("nothing that somebody wrote is read as marks of XML", async () => {
    const [question] = readTyped(
      'Is "a < b" & \u0007 <script>?\n* yes ]]> \n- no -->\n',
      id,
    ).questions;
    if (!question) throw new Error();
    const { text } = await readText(writeItem(question, "item-001", none).xml);
    expect(text).toContain('Is "a < b" & <script>?');
    expect(text).toContain("* yes ]]>");
  });
});

describe("items of others", () => {
  test("a choice of QTI 2.2, with its prompt, its feedback and a weighted mapping", async () => {
    const { text, notes } = await readText(`<?xml version="1.0"?>
<assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p2" identifier="choice" title="Unattended luggage" adaptive="false" timeDependent="false">
  <responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier">
    <correctResponse><value>ChoiceA</value></correctResponse>
    <mapping defaultValue="0"><mapEntry mapKey="ChoiceA" mappedValue="2"/></mapping>
  </responseDeclaration>
  <outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float"/>
  <itemBody>
    <p>Look at the text in the picture.</p>
    <choiceInteraction responseIdentifier="RESPONSE" shuffle="true" maxChoices="1">
      <prompt>What does it <strong>say</strong>?</prompt>
      <simpleChoice identifier="ChoiceA">You must stay with your luggage.</simpleChoice>
      <simpleChoice identifier="ChoiceB" fixed="true">Do not let someone else look after it.</simpleChoice>
    </choiceInteraction>
  </itemBody>
  <responseProcessing template="http://www.imsglobal.org/question/qti_v2p2/rptemplates/map_response"/>
  <modalFeedback outcomeIdentifier="F" identifier="x" showHide="show">Always <em>with</em> you.</modalFeedback>
</assessmentItem>`);
    expect(notes).toEqual([]);
    expect(text).toBe(
      `#
Look at the text in the picture. What does it **say**? (2)
* You must stay with your luggage.
- Do not let someone else look after it.
! keeps its place: 2
> Always *with* you.
`.replace(/^#\n/, ""),
    );
  });

  test("gaps of QTI 3.0, a choice within a sentence among them", async () => {
    const { text, notes } =
      await readText(`<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="gaps" title="Gaps">
  <qti-response-declaration identifier="A" cardinality="single" base-type="string">
    <qti-correct-response><qti-value>York</qti-value></qti-correct-response>
    <qti-mapping default-value="0"><qti-map-entry map-key="York" mapped-value="1"/><qti-map-entry map-key="york" mapped-value="0.5"/></qti-mapping>
  </qti-response-declaration>
  <qti-response-declaration identifier="B" cardinality="single" base-type="identifier">
    <qti-correct-response><qti-value>L</qti-value></qti-correct-response>
  </qti-response-declaration>
  <qti-item-body><p>Made glorious by this sun of <qti-text-entry-interaction response-identifier="A"/>, of
    <qti-inline-choice-interaction response-identifier="B"><qti-inline-choice identifier="G">Gloucester</qti-inline-choice><qti-inline-choice identifier="L">Lancaster</qti-inline-choice></qti-inline-choice-interaction>.</p></qti-item-body>
</qti-assessment-item>`);
    expect(text.trim()).toBe("Made glorious by this sun of {York|york}, of {Lancaster}. (1.5)");
    expect(notes).toEqual(["“Gaps”: what was chosen from a list in its sentence is typed here"]);
  });

  test("what has no counterpart is left behind with its reason, and the rest is read", async () => {
    const item = (name: string, interaction: string) =>
      `<assessmentItem identifier="${name}" title="${name}"><responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>A</value></correctResponse></responseDeclaration><itemBody>${interaction}</itemBody></assessmentItem>`;
    const choice =
      '<choiceInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Which?</prompt><simpleChoice identifier="A">Rye</simpleChoice><simpleChoice identifier="B">Oak</simpleChoice></choiceInteraction>';
    const zip = new JSZip();
    zip.file("imsmanifest.xml", "<manifest/>");
    zip.file("a/hotspot.xml", item("Hot", '<hotspotInteraction responseIdentifier="RESPONSE"/>'));
    zip.file(
      "a/essay.xml",
      item("Essay", '<extendedTextInteraction responseIdentifier="RESPONSE"/>'),
    );
    zip.file("a/choice.xml", item("Choice", choice));
    zip.file("a/drawn.xml", item("Drawn", choice.replace("Which?", "And which?")));
    zip.file("a/twice.xml", item("Twice", choice + choice));
    zip.file(
      "a/test.xml",
      `<assessmentTest identifier="t" title="t"><timeLimits maxTime="600"/><testPart identifier="p"><assessmentSection identifier="s" title="All">
        <assessmentItemRef identifier="1" href="hotspot.xml"/><assessmentItemRef identifier="2" href="essay.xml"/>
        <assessmentItemRef identifier="3" href="../a/choice.xml"/><assessmentItemRef identifier="4" href="gone.xml"/>
        <assessmentItemRef identifier="5" href="twice.xml"/>
        <assessmentSection identifier="d" title="dough"><selection select="1"/><assessmentItemRef identifier="6" href="drawn.xml"/></assessmentSection>
      </assessmentSection></testPart></assessmentTest>`,
    );
    const { text, notes } = await read({
      bytes: await zip.generateAsync({ type: "uint8array" }),
      name: "x.zip",
    });
    const { questions } = readTyped(text, id);
    expect(questions.map((one) => [one.text, one.category])).toEqual([
      ["Which?", null],
      ["And which?", "dough"],
    ]);
    expect(notes.join("\n")).toContain("hotspot, which has no counterpart");
    expect(notes.join("\n")).toContain("a text that somebody reads is an assignment");
    expect(notes.join("\n")).toContain("“4” is asked and is not in the package");
    expect(notes.join("\n")).toContain("several things at once");
    expect(notes.join("\n")).toContain("time limit (600 s)");
  });
});

describe("what is refused, with what to do", () => {
  test.each([
    [
      "a document that declares entities",
      '<!DOCTYPE a [<!ENTITY b "c">]><assessmentItem/>',
      /document type/,
    ],
    ["XML that is not well-formed", "<assessmentItem><itemBody></assessmentItem>", /well-formed/],
    ["an older version", "<questestinterop><item/></questestinterop>", /1\.2/],
    ["nesting without an end", `${"<a>".repeat(5000)}${"</a>".repeat(5000)}`, /deeper/],
  ])("%s", async (_, text, said) => {
    await expect(readText(text)).rejects.toMatchObject({ detail: expect.stringMatching(said) });
  });

  test("an archive that is damaged, and one without questions", async () => {
    await expect(
      read({ bytes: new Uint8Array([0x50, 0x4b, 3, 4, 9, 9]), name: "x.zip" }),
    ).rejects.toMatchObject({ status: 422 });
    const zip = new JSZip();
    zip.file("readme.txt", "nothing");
    await expect(
      read({ bytes: await zip.generateAsync({ type: "uint8array" }), name: "x.zip" }),
    ).rejects.toMatchObject({ detail: expect.stringContaining("no questions") });
  });
});

test("a table and a text come in as they are typed", async () => {
  const csv = await readText("Question;Right;Wrong\nWhich?;Rye;Oak|Elm\n", "bank.csv");
  expect(readTyped(csv.text, id).questions).toMatchObject([{ kind: "one", text: "Which?" }]);
  await expect(readText("Name;Other\na;b\n", "bank.csv")).rejects.toMatchObject({ status: 422 });
  expect(await readText("Which?\n* Rye\n- Oak", "bank.md")).toEqual({
    text: "Which?\n* Rye\n- Oak",
    notes: [],
  });
});

describe("on the server", () => {
  const school = quizSchool();

  test("a quiz goes out as a package and comes in again, with its draws and what is not carried", async () => {
    const dough = await school.type(
      "# dough\nSalt slows yeast.\n= true\n\nRye drinks.\n= true\n",
      "d",
    );
    await school.type("Which flour drinks the most?\n* Rye\n- Wheat\n");
    await school.rule({
      parts: [{ ...school.part("q1", { draw: 1, category: "dough" }), before: "Take **care**." }],
      limit: "PT20M",
    });
    expect(dough).toHaveLength(2);
    const answer = await school.by(
      "owner@example.org",
      "GET",
      `${COURSE}/draft/lessons/l1/quiz.zip`,
    );
    expect(answer.headers.get("content-type")).toBe("application/zip");
    const packed = new Uint8Array(await answer.arrayBuffer());
    const zip = await JSZip.loadAsync(packed);
    const test_ = (await zip.file("test.xml")?.async("string")) ?? "";
    expect(test_).toContain('<qti-selection select="1"/>');
    expect(test_).toContain('<qti-time-limits max-time="1200"/>');
    expect(test_).toContain("<strong>care</strong>");
    expect(await zip.file("notes.txt")?.async("string")).toContain("the pass mark of 60 %");
    const again = await school.told<QuestionsRead>(
      school.by(
        "owner@example.org",
        "POST",
        "/schools/one/questions/reading?name=quiz.zip",
        packed,
      ),
    );
    const { questions } = readTyped(again.text, id);
    expect(questions.map((one) => [one.text, one.category])).toEqual([
      ["Which flour drinks the most?", null],
      ["Salt slows yeast.", "dough"],
      ["Rye drinks.", "dough"],
    ]);
    expect(again.notes.join()).toContain("the time limit");
  });
});
