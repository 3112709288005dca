/** Which columns of a table a screen has room for. */
import type { TableColumn } from "../../src/ui/table/columns";
import { inRoom } from "../../src/ui/table/room";

const column = (id: string, width?: number, always?: true): TableColumn<object> => ({
  id,
  title: id,
  ...(width !== undefined && { width }),
  ...(always && { always }),
  cell: () => null,
});
const COLUMNS = [
  column("who", undefined, true),
  column("now", 200),
  column("ends", 100),
  column("own", 150),
];
const ALL = { who: true, now: true, ends: true, own: true };
const drawn = (room: number, asked: Record<string, boolean> = {}, shown = ALL) =>
  Object.entries(inRoom(COLUMNS, { ...shown }, asked, room)).flatMap(([id, on]) =>
    on ? [id] : [],
  );

test("whoever stands first is never squeezed away by what stands beside it", () => {
  // 44 for the marks, 150 for the first: what is left goes to the others in their order.
  expect(drawn(644)).toEqual(["who", "now", "ends", "own"]);
  expect(drawn(643)).toEqual(["who", "now", "ends"]);
  expect(drawn(393)).toEqual(["who", "ends"]);
  expect(drawn(100)).toEqual(["who"]);
});

test("what one has asked for comes before what stands there by itself", () => {
  expect(drawn(544, { own: true }).sort()).toEqual(["now", "own", "who"]);
  expect(drawn(644, { ends: false }, { ...ALL, ends: false })).toEqual(["who", "now", "own"]);
});
