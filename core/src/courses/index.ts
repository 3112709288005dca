/** The outline as authors edit it: operations, played and undone, and what publishing refuses. */
export { alsoFor } from "./also-for";
export { type Applied, applyOperation, ownerOf } from "./apply";
export {
  findPlace,
  indent,
  moveDown,
  moveInside,
  moveUp,
  outdent,
  outermost,
  putAfter,
  removeRows,
  rowsOf,
} from "./arrange";
export { newLesson, newModule } from "./blank";
export { type CourseCard, courseCard, SHORT_MOST } from "./card";
export { circleThrough, circularItems } from "./circles";
export { addClosing, lacksClosing } from "./closing";
export { type Clip, clipOf, putCopies } from "./copy";
export {
  COVER_LEAST,
  COVER_MOST,
  COVER_TYPES,
  type CoverType,
  type Focus,
  keptSize,
  PICTURE_MOST,
  type Picture,
  pictureFault,
  positionOf,
} from "./cover";
export { fingerprintOf } from "./fingerprint";
export {
  asInside,
  type CourseAround,
  courseOf,
  coursesInside,
  finishedInside,
  holdsCourse,
  type Inside,
  insideIn,
  isAsPublished,
  isOwn,
  nameInside,
  sayOtherCounting,
  stretchesOf,
} from "./inside";
export { linesOf } from "./lines";
export { type Operation, operation as operationSchema } from "./operation";
export { type OwnWords, ownWords } from "./own-words";
export { publishable, standIn } from "./publishable";
export type { Loosened } from "./rebound";
export { operationsTo } from "./restore";
export { setItem } from "./set-item";
export { SHAPE_IDS, SHAPES, type Shape, type ShapeId, shapedCourse } from "./shapes";
export { type PartOfCourse, type Split, splitCourse } from "./split";
export {
  countWords,
  DEFAULT_WORDS,
  WORD_KEYS,
  type WordKey,
  type Words,
  wordsOf,
} from "./words";
