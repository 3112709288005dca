/** A text as a QR code (ISO/IEC 18004), made by the usual library, drawn as one path. */
import { create } from "qrcode";
import { View } from "react-native";
import Svg, { Path, Rect } from "react-native-svg";

export function QrPicture({ text, label }: { text: string; label: string }) {
  const { size, data } = create(text, { errorCorrectionLevel: "M" }).modules;
  const quiet = 4;
  const whole = size + 2 * quiet;
  const path = Array.from({ length: size * size }, (_, i) => i)
    .filter((i) => data[i])
    .map((i) => `M${quiet + (i % size)} ${quiet + Math.floor(i / size)}h1v1h-1z`)
    .join("");
  return (
    <View role="img" aria-label={label} style={{ width: 208, height: 208 }}>
      {/* Dark on light in both themes: readers expect it so. */}
      <Svg width={208} height={208} viewBox={`0 0 ${whole} ${whole}`}>
        <Rect width={whole} height={whole} fill="#FFFFFF" />
        <Path d={path} fill="#221D3D" />
      </Svg>
    </View>
  );
}
