/** The fields a school asks, fetched where one asks any: most shelves meet none. */
import { piecesOf } from "../../ui/lazy-piece";

export const loadFields = () => import("./asked-fields");

const piece = piecesOf(loadFields, [0.8]);

export const AskedFields = piece("AskedFields");
export const FieldsSection = piece("FieldsSection");
