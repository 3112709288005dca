export { MissingScreen as default } from "../src/ui/missing-screen";
