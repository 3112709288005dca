export { PeopleScreen as default } from "../../../../src/enrollment/people-screen";
