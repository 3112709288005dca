/** The outline as authors edit it: operations, played and undone, and what publishing refuses. */
export { type Applied, applyOperation } from "./apply";
export { newLesson, newModule } from "./blank";
export { circularItems } from "./circles";
export { type Operation, operation as operationSchema } from "./operation";
