export { SomeoneScreen as default } from "../../../src/people/someone-screen";
