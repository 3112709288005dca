/** Choosing files, fetched where it is met: who learns needs it as seldom as who edits. In browsers only. */
import { piecesOf } from "../ui/lazy-piece";

type Pieces = Pick<typeof import("./pieces"), "FileButton" | "FileDrop" | "BringingRows">;
const piece = piecesOf<Pieces>(() => import("./pieces"), [0.5]);

export const FileButton = piece("FileButton");
export const FileDrop = piece("FileDrop");
export const BringingRows = piece("BringingRows");
