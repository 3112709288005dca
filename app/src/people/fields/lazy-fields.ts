/** The fields a school asks, fetched where one asks any: most shelves meet none. */
import { piecesOf } from "../../ui/lazy-piece";

const piece = piecesOf(() => import("./asked-fields"), [0.8]);

export const AskedFields = piece("AskedFields");
export const FieldsSection = piece("FieldsSection");
