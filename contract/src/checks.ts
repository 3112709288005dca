/** Checks of knowledge: the school's bank of questions, quizzes made of them, attempts, and looking at both. */
import type { AskedQuestion } from "@dawngate/core/checks";
import { type Question, questionSchema } from "@dawngate/core/checks";
import { lessonPart } from "@dawngate/core/lessons";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { typed } from "./endpoint";
import { ticked } from "./enrollment";
import { shownFile } from "./files";
import { cursor, oneLine, pressKey } from "./text";

const files = z
  .record(z.string(), shownFile)
  .describe("The files that texts show, by their names.");

/** So much a question may hold, in characters of JSON. */
const QUESTION_MOST = 60_000;
/** So much an answer may hold: a text of 10,000 characters, written as JSON. */
const ANSWER_MOST = 70_000;

/** A question with what is right: for whoever edits courses, and for nobody else. */
export const question = typed<Question>(
  questionSchema.refine((value) => JSON.stringify(value).length <= QUESTION_MOST, {
    message: `A question holds at most ${QUESTION_MOST} characters`,
  }),
);

export const bankQuestion = z
  .object({
    question,
    number: z.int().describe("Counts its changes."),
    author: z.string(),
    at: z.string(),
    asked: z.int().describe("In so many attempts it was asked, up to 1,000."),
    usedIn: z.int().describe("So many lessons ask it by name."),
  })
  .meta({ id: "BankQuestion" });

export const bankQuery = z.object({
  find: z.string().max(100).optional(),
  category: z.string().max(200).optional().describe("Empty: those without one."),
  after: cursor.optional(),
});

export const bank = z
  .object({
    questions: z.array(bankQuestion),
    files,
    categories: z
      .array(z.object({ category: z.string(), count: z.int() }))
      .describe("The school's categories, up to 500."),
    next: z.string().nullable(),
  })
  .meta({ id: "Bank" });

/** What a quiz is made of, beside how it counts: the questions it asks by name and those it may draw. */
export const quizDraft = z
  .object({
    questions: z.array(bankQuestion),
    files,
    categories: z.array(z.object({ category: z.string(), count: z.int() })),
    taken: z.int().describe("So many attempts at it are on record, up to 1,000."),
  })
  .meta({ id: "QuizDraft" });

const changedQuestion = z.strictObject({
  question,
  number: z.int().min(0).describe("The change it was made on; 0: it is new."),
});

export const questionsChange = z
  .strictObject({
    place: z
      .strictObject({ course: planFields.id, lesson: planFields.id })
      .nullable()
      .describe("The lesson they are written in, which keeps their pictures."),
    questions: z.array(changedQuestion).min(1).max(300, "At most 300 questions at once"),
    for: z
      .enum(["everybody", "new"])
      .describe(
        "Whether a change of a question that was asked holds for the attempts on record too, or for new ones alone: then it becomes another question.",
      ),
  })
  .meta({ id: "QuestionsChange" });

export const questionsKept = z
  .object({
    questions: z.array(bankQuestion),
    became: z
      .record(z.string(), z.string())
      .describe("Questions that became another one, by the name they had."),
  })
  .meta({ id: "QuestionsKept" });

/** What a change of questions would do to attempts on record. */
export const markedAgain = z
  .object({
    looked: z.int().describe("At so many people's attempts was looked."),
    all: z.boolean().describe("Whether these are all."),
    people: z
      .array(
        z.object({
          enrollment: z.string(),
          course: z.string(),
          name: z.string(),
          before: z.number().nullable(),
          after: z.number().nullable(),
          change: z.enum(["passes", "fails", "score"]),
        }),
      )
      .describe("Whose score changes: first who passes now, then who would not any more."),
    passes: z.int(),
    fails: z.int().describe("Who has passed keeps it."),
    scores: z.int(),
  })
  .meta({ id: "MarkedAgain" });

/** A quiz as its author would have it. */
export const quizWanted = z
  .strictObject({ part: lessonPart.describe("Of the kind “quiz”.") })
  .meta({ id: "QuizWanted" });

export const questionsFileQuery = z.strictObject({
  name: oneLine("A file's name", 200).describe("What the file is called."),
});

/** What a file of questions says, as one types them. */
export const questionsRead = z
  .object({
    text: z.string().describe("As it is typed (docs/question-text.md): to be seen, and put in."),
    notes: z.array(z.string()).describe("What stayed behind, and why."),
  })
  .meta({ id: "QuestionsRead" });

const nextState = z.enum(["running", "none-left", "all-right", "closed", "later", "now"]);

const attemptLine = z.object({
  id: z.string(),
  number: z.int(),
  startedAt: z.string(),
  endedAt: z.string().nullable(),
  until: z.string().nullable(),
  late: z.int(),
  earned: z.number().nullable(),
  possible: z.number(),
  score: z.number().nullable(),
  passed: z.boolean().nullable(),
  why: z.string().nullable().describe("How its score comes about, in a sentence."),
});

const askedQuestion = typed<AskedQuestion>(
  z.object({
    id: z.string(),
    kind: z.string(),
    points: z.number(),
    text: z.string(),
    answers: z.array(z.object({ id: z.string(), text: z.string() })),
    left: z.array(z.object({ id: z.string(), text: z.string() })),
    gaps: z.int(),
  }),
);

const answerGiven = z.unknown().describe("As its kind takes it (checks.md); null: none.");

/** A quiz as it stands for one person. Nothing of what is right is in it before it may be shown. */
export const myQuiz = z
  .object({
    lesson: z.string(),
    title: z.string(),
    course: z.string(),
    zone: z.string(),
    now: z.string().describe("The server's clock: times are told by it."),
    rules: z.object({
      atOnce: z.boolean(),
      asks: z.int(),
      passMark: z.number(),
      attempts: z.int().nullable().describe("Allowed, with those given on top; null: any number."),
      retake: z.enum(["all", "missed"]),
      retakeCost: z.number(),
      counts: z.enum(["best", "last", "first"]),
      show: z.enum(["never", "after-attempt", "after-pass", "after-last", "after-closing"]),
      limit: z.int().nullable().describe("Minutes, extra time among them."),
      wait: z.int().nullable().describe("Minutes."),
    }),
    score: z.number().nullable(),
    passed: z.boolean(),
    passedAt: z.string().nullable(),
    counts: z.string().nullable(),
    attemptsLeft: z.int().nullable(),
    next: z.object({ state: nextState, from: z.string().nullable() }),
    shut: z.string().nullable().describe("Why the lesson's door is shut now; null: it is open."),
    shown: z.boolean().describe("Whether right answers may be seen."),
    message: z.string().describe("What its author says to whoever passed, or did not."),
    attempts: z.array(attemptLine).describe("The newest 100, the oldest of them first."),
    running: z
      .object({
        id: z.string(),
        number: z.int(),
        until: z.string().nullable(),
        parts: z.array(
          z.object({
            title: z.string(),
            before: z.string(),
            after: z.string(),
            questions: z.array(askedQuestion),
          }),
        ),
        answers: z.record(z.string(), answerGiven),
        files,
      })
      .nullable(),
  })
  .meta({ id: "MyQuiz" });

export const beginning = z.strictObject({ key: pressKey }).meta({ id: "Beginning" });

export const answersChange = z
  .strictObject({
    answers: z
      .array(
        z.strictObject({
          key: pressKey.describe("The same key is kept once."),
          question: planFields.id,
          answer: answerGiven.refine(
            (value) => JSON.stringify(value ?? null).length <= ANSWER_MOST,
            "An answer has at most 10,000 characters",
          ),
          ago: z
            .int()
            .min(0)
            .max(86_400_000)
            .describe("So many milliseconds ago it was given: the connection was lost meanwhile."),
        }),
      )
      .min(1)
      .max(500),
  })
  .meta({ id: "AnswersChange" });

export const answersKept = z
  .object({
    kept: z.array(z.string()).describe("Their keys."),
    now: z.string(),
    ended: z.boolean().describe("The attempt has ended: what came after that counts for nothing."),
  })
  .meta({ id: "AnswersKept" });

export const handedIn = z
  .object({
    quiz: myQuiz,
    ticked: ticked.nullable().describe("What the pass has opened; null: none."),
  })
  .meta({ id: "HandedIn" });

/** An attempt, answer by answer, as far as its reader may see it. */
export const attemptSeen = attemptLine
  .extend({
    enrollment: z.string(),
    name: z.string(),
    questions: z
      .array(
        z.object({
          question: askedQuestion,
          asked: z.boolean().describe("False: kept from an earlier attempt."),
          answer: answerGiven,
          at: z.string().nullable(),
          arrived: z
            .string()
            .nullable()
            .describe("When it reached the server, where that was more than a minute later."),
          points: z.number().nullable(),
          why: z.string(),
          right: z.unknown(),
          explanation: z.string(),
        }),
      )
      .nullable()
      .describe("Null: what is right may not be seen yet."),
    files,
  })
  .meta({ id: "AttemptSeen" });

const ofCohort = planFields.id.optional().describe("Only people of this cohort.");
export const analysisQuery = z.object({ cohort: ofCohort });
export const attemptsQuery = z.object({
  state: z.enum(["passed", "failed", "running"]).optional(),
  cohort: ofCohort,
  after: cursor.optional(),
});

const checkIn = z.object({ lesson: z.string(), title: z.string(), module: z.string() });

/** The quizzes, surveys and assignments of a course, for whoever looks at them. */
export const courseQuizzes = z
  .object({
    quizzes: z.array(checkIn.extend({ asks: z.int() })),
    surveys: z.array(checkIn),
    assignments: z.array(checkIn),
  })
  .meta({ id: "CourseQuizzes" });

export const attempts = z
  .object({
    attempts: z.array(
      z.object({
        id: z.string(),
        enrollment: z.string(),
        name: z.string(),
        number: z.int(),
        startedAt: z.string(),
        endedAt: z.string().nullable(),
        score: z.number().nullable(),
        passed: z.boolean().nullable(),
      }),
    ),
    next: z.string().nullable(),
  })
  .meta({ id: "Attempts" });

const figure = z.number().nullable();

/** What questions are worth, by test theory (checks.md, "Item analysis"). */
export const analysis = z
  .object({
    enrollees: z.int(),
    all: z.boolean().describe("Whether these are all who handed one in; else the newest of them."),
    mean: figure,
    standardDeviation: figure,
    alpha: figure,
    flags: z.array(z.string()),
    questions: z.array(
      z.object({
        question,
        asked: z.int(),
        unanswered: z.int(),
        difficulty: figure,
        pointBiserial: figure,
        upperLower: figure,
        chosen: z.array(z.object({ answer: z.string(), count: z.int() })),
        places: z.array(z.int()),
        flags: z.array(z.string()),
        overTime: z.array(figure).describe("How many knew it, in each of the months."),
      }),
    ),
    months: z
      .array(z.object({ month: z.string(), enrollees: z.int(), mean: z.number() }))
      .describe("The last twelve months in which somebody handed a first attempt in."),
    files,
  })
  .meta({ id: "Analysis" });

export const allowance = z
  .strictObject({
    minutes: z.int().min(0, "Not less than none").max(59_940, "At most 999 hours"),
    attempts: z.int().min(0, "Not less than none").max(1000, "At most 1,000"),
    reason: oneLine("A reason", 500),
  })
  .meta({ id: "Allowance" });

export const allowances = z
  .object({
    quizzes: z.array(
      z.object({
        lesson: z.string(),
        title: z.string(),
        minutes: z.int(),
        attempts: z.int(),
        reason: z.string(),
        score: z.number().nullable(),
        passed: z.boolean(),
        left: z.int().nullable(),
        state: nextState,
        limit: z.int().nullable(),
        attempt: z.string().nullable().describe("The newest attempt."),
      }),
    ),
  })
  .meta({ id: "Allowances" });

export type BankQuestion = z.infer<typeof bankQuestion>;
export type Bank = z.infer<typeof bank>;
export type QuizDraft = z.infer<typeof quizDraft>;
export type QuestionsChange = z.infer<typeof questionsChange>;
export type QuestionsKept = z.infer<typeof questionsKept>;
export type MarkedAgain = z.infer<typeof markedAgain>;
export type MyQuiz = z.infer<typeof myQuiz>;
export type AnswersChange = z.infer<typeof answersChange>;
export type AnswersKept = z.infer<typeof answersKept>;
export type HandedIn = z.infer<typeof handedIn>;
export type AttemptSeen = z.infer<typeof attemptSeen>;
export type Attempts = z.infer<typeof attempts>;
export type CourseQuizzes = z.infer<typeof courseQuizzes>;
export type QuestionAnalysis = z.infer<typeof analysis>;
export type Allowance = z.infer<typeof allowance>;
export type Allowances = z.infer<typeof allowances>;
export type QuestionsRead = z.infer<typeof questionsRead>;
