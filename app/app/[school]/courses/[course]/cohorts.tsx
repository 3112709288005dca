export { CohortsScreen as default } from "../../../../src/enrollment/cohorts-screen";
