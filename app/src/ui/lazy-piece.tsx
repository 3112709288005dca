/** Parts fetched where one is met, all of one file at once: what two screens need that have nothing else in common. */
import { type ComponentType, lazy, Suspense } from "react";
import { Skeleton } from "./skeleton";

/**
 * Each of a file's parts by its name; `widths`: of what is outlined until it is there.
 *
 * @example const piece = piecesOf<typeof import("./pieces")>(() => import("./pieces"), [0.8, 1, 0.6]);
 */
export function piecesOf<Pieces extends { [Name in keyof Pieces]: (props: never) => unknown }>(
  load: () => Promise<Pieces>,
  widths: number[],
) {
  return function piece<Name extends keyof Pieces>(name: Name) {
    type Props = Parameters<Pieces[Name]>[0];
    const Lazy = lazy(async () => ({
      default: (await load())[name] as unknown as ComponentType<object>,
    })) as ComponentType<object>;
    return function Piece(props: Props) {
      return (
        <Suspense fallback={<Skeleton widths={widths} />}>
          <Lazy {...(props as object)} />
        </Suspense>
      );
    };
  };
}
