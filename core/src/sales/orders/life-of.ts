/** The life of an order, to which each kind of event happens as it does. */
import { happen } from "./happen";
import { Life } from "./life";
import type { Order } from "./schema";

export const lifeOf = (order: Order): Life => new Life(order, happen);
