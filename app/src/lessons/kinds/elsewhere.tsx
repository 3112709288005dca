/** A page that stands elsewhere, in a frame that can do nothing to ours, and a way to it in a window of its own. */
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  link: string;
  title: string;
  /** In points; left out: by the width. */
  height?: number;
  ratio?: string;
}

export function Elsewhere({ link, title, height, ratio }: Props) {
  const { dusk, quiet, surface, line } = usePalette();
  const { hostname } = new URL(link);
  return (
    <View style={{ gap: 6 }}>
      <iframe
        src={link}
        title={title}
        sandbox="allow-scripts allow-same-origin allow-forms allow-popups allow-presentation"
        referrerPolicy="no-referrer"
        loading="lazy"
        allow="fullscreen; picture-in-picture"
        style={{
          width: "100%",
          height,
          aspectRatio: ratio,
          border: `1px solid ${line}`,
          background: surface,
        }}
      />
      <Text kind="small" color={quiet} style={{ paddingHorizontal: 2 }}>
        {`Shown from ${hostname}. `}
        <a href={link} target="_blank" rel="noopener noreferrer" style={{ color: dusk }}>
          Open it in a window of its own
        </a>
      </Text>
    </View>
  );
}
