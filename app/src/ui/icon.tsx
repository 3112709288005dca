/** The few icons we use, drawn from paths: a font of seven thousand would be heavier than the rest of the page. */
import Svg, { Path } from "react-native-svg";
import { ICON_PATHS, type IconName } from "./icon-paths";

/** An icon, for the eye only: what it means stands beside it or in the label of what carries it. */
export function Icon({ name, size = 20, color }: { name: IconName; size?: number; color: string }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path d={ICON_PATHS[name]} fill={color} />
    </Svg>
  );
}

/** The same, as Paper asks for it: by any name, of which we may not have all. */
export function PaperIcon({ name, color, size }: { name: string; color?: string; size: number }) {
  return name in ICON_PATHS ? (
    <Icon name={name as IconName} size={size} color={color ?? "currentColor"} />
  ) : null;
}
