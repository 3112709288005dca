/** A link to a file that the server makes: left to the browser, which keeps it, or opens it in a window of its own. */
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  href: string;
  /** To be looked at instead of kept. */
  open?: boolean;
  children: string;
}

export function FileLink({ href, open = false, children }: Props) {
  const { dusk } = usePalette();
  return (
    <a
      href={href}
      {...(open ? { target: "_blank", rel: "noopener" } : { download: true })}
      style={{ padding: "11px 0", alignSelf: "flex-start", color: dusk }}
    >
      <Text color={dusk} style={{ textDecorationLine: "underline" }}>
        {children}
      </Text>
    </a>
  );
}
