export { TakeSeatScreen as default } from "../../../src/sales/take-seat-screen";
