export { OwnOrderScreen as default } from "../../../src/sales/own-order-screen";
