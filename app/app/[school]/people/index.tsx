export { EveryoneScreen as default } from "../../../src/people/everyone-screen";
