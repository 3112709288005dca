/** What people achieve, told to a learning record store. */
export { type Achieved, type Achievement, type Statement, statementOf } from "./statement";
