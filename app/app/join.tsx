export { JoinScreen as default } from "../src/school/join-screen";
