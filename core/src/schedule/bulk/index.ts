/** The bulk evaluator: the same dates for any number of people at once. */
export { AgendaCount, type AgendaEntry } from "./agenda";
export { BulkAnswer, OPEN, SCHEDULED, STATES, type Wanted } from "./answer";
export { type Crowd, CrowdCount, type CrowdItem } from "./crowd";
export { BulkCourse } from "./evaluate";
export { type Answered, holdTogether } from "./favor";
export { layOut, Numbering, type People } from "./people";
export { SchoolDays } from "./school-days";
