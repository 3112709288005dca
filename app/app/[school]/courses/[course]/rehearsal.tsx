export { RehearsalScreen as default } from "../../../../src/schedule/rehearsal/rehearsal-screen";
