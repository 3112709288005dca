export { ShelfScreen as default } from "../../../src/enrollment/shelf-screen";
