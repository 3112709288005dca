export { EditScreen as default } from "../../../../src/courses/edit/edit-screen";
