/** A file that goes with a lesson: what it is, by whom, under which license, and what one may do with it. */
import type { ShownFile } from "@dawngate/contract/files";
import { LICENSES, type License } from "@dawngate/core/lessons/license";
import { View } from "react-native";
import Svg, { Path } from "react-native-svg";
import { FileLink } from "../ui/file-link";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayFile } from "./say-file";

interface Props {
  file: ShownFile;
  title: string;
  author?: string;
  description?: string;
  license?: License;
  /** Whether it may be taken along. */
  download?: boolean;
  /** Whether it can be looked at in a window of its own. */
  open?: boolean;
}

export function FileCard({ file, title, author, description, license, download, open }: Props) {
  const { surface, line, quiet, dusk, lilac } = usePalette();
  const said = [
    sayFile(file),
    ...(author ? [author] : []),
    ...(license ? [LICENSES[license]] : []),
  ].join(" · ");
  return (
    <View
      style={{
        flexDirection: "row",
        alignItems: "center",
        flexWrap: "wrap",
        columnGap: 14,
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: line,
        borderRadius: 12,
        paddingHorizontal: 14,
        paddingVertical: 10,
      }}
    >
      <Svg width={24} height={30} viewBox="0 0 24 30" aria-hidden>
        <Path d="M1 1 H16 L23 8 V29 H1 Z" fill={lilac} stroke={dusk} strokeWidth={1.5} />
        <Path d="M16 1 V8 H23" fill="none" stroke={dusk} strokeWidth={1.5} />
      </Svg>
      <View style={{ flexGrow: 1, flexShrink: 1, flexBasis: 150 }}>
        <Text kind="strong">{title}</Text>
        <Text kind="small" color={quiet}>
          {said}
        </Text>
        {description ? (
          <Text kind="small" color={quiet}>
            {description}
          </Text>
        ) : null}
      </View>
      <View style={{ flexDirection: "row", columnGap: 16 }}>
        {open ? (
          <FileLink open href={file.url}>
            Open
          </FileLink>
        ) : null}
        {download ? <FileLink href={`${file.url}&save=yes`}>Download</FileLink> : null}
      </View>
    </View>
  );
}
