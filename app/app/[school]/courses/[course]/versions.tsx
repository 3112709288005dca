export { VersionsScreen as default } from "../../../../src/review/versions-screen";
