/** A text as a QR code (ISO/IEC 18004), made by the usual library, drawn as one path. */
import { create } from "qrcode";
import { View } from "react-native";
import Svg, { Path, Rect } from "react-native-svg";

interface Props {
  text: string;
  label: string;
  /** In points. */
  size: number;
}

export function QrDrawing({ text, label, size: points }: Props) {
  const { size, data } = create(text, { errorCorrectionLevel: "M" }).modules;
  const quiet = 4;
  const whole = size + 2 * quiet;
  const path = Array.from({ length: size * size }, (_, i) => i)
    .filter((i) => data[i])
    .map((i) => `M${quiet + (i % size)} ${quiet + Math.floor(i / size)}h1v1h-1z`)
    .join("");
  return (
    <View role="img" aria-label={label} style={{ width: points, height: points }}>
      {/* Dark on light in both themes: readers expect it so. */}
      <Svg width={points} height={points} viewBox={`0 0 ${whole} ${whole}`}>
        <Rect width={whole} height={whole} fill="#FFFFFF" />
        <Path d={path} fill="#221D3D" />
      </Svg>
    </View>
  );
}
