export { CheckoutScreen as default } from "../../../src/sales/checkout-screen";
