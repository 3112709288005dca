/** A QR code, fetched when one is shown: the library that makes it is a piece of its own. */
import { lazy, Suspense } from "react";
import { View } from "react-native";

const Drawing = lazy(async () => ({ default: (await import("./qr-drawing")).QrDrawing }));

/** How large it is drawn, in points. */
const SIZE = 208;

export function QrPicture({ text, label }: { text: string; label: string }) {
  return (
    <Suspense fallback={<View style={{ width: SIZE, height: SIZE }} />}>
      <Drawing text={text} label={label} size={SIZE} />
    </Suspense>
  );
}
