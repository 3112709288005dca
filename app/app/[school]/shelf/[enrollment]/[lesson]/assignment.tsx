export { AssignmentScreen as default } from "../../../../../src/checks/lazy-pieces";
