/** A sheet for one thing: from below on a phone, at the right on a wide screen. Escape and the backdrop close it. */
import { type ReactNode, useRef } from "react";
import { ScrollView, View } from "react-native";
import { IconButton, Modal } from "react-native-paper";
import { useHeldFocus } from "./held-focus";
import { useWide } from "./layout";
import { useMended } from "./mended";
import { Over } from "./over";
import { Rising } from "./rising";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  title: string;
  onClose(): void;
  /** For work that needs room: more of a wide screen. */
  broad?: boolean;
  children: ReactNode;
}

export function Sheet(props: Props) {
  return (
    <Over>
      <Dialog {...props} />
    </Over>
  );
}

function Dialog({ title, onClose, broad = false, children }: Props) {
  const wide = useWide();
  const { ink, line, surface } = usePalette();
  const root = useRef<View>(null);
  const dialog = useRef<View>(null);
  useHeldFocus(dialog, onClose);
  // The cross says "Close" already; whoever hears the page is not told of the dimmed rest.
  useMended(root, "[data-testid=modal-backdrop]", { "aria-hidden": "true", tabindex: "-1" });
  useMended(root, "[data-testid=modal]", { "aria-live": null });
  return (
    <View ref={root} style={{ flex: 1 }}>
      <Modal
        visible
        onDismiss={onClose}
        style={{ justifyContent: "flex-end", alignItems: wide ? "flex-end" : "stretch" }}
        contentContainerStyle={{
          backgroundColor: surface,
          justifyContent: "flex-start",
          ...(wide
            ? { width: broad ? 860 : 460, maxWidth: "100%", height: "100%" }
            : {
                maxHeight: broad ? "96%" : "86%",
                borderTopLeftRadius: 16,
                borderTopRightRadius: 16,
              }),
          boxShadow: "0 0 32px rgba(20, 14, 40, 0.24)",
        }}
      >
        <Rising from={wide ? "right" : "below"}>
          <View
            ref={dialog}
            role="dialog"
            aria-modal
            aria-label={title}
            tabIndex={-1}
            style={{ flexShrink: 1, minHeight: 0, outlineWidth: 0, ...(wide && { flex: 1 }) }}
          >
            {wide ? null : (
              <View
                style={{
                  alignSelf: "center",
                  width: 40,
                  height: 4,
                  marginTop: 10,
                  borderRadius: 2,
                  backgroundColor: line,
                }}
              />
            )}
            <View
              style={{
                flexDirection: "row",
                alignItems: "flex-start",
                padding: 20,
                paddingBottom: 8,
              }}
            >
              <Text kind="heading" level={2} style={{ flex: 1, paddingTop: 8 }}>
                {title}
              </Text>
              <IconButton
                icon="close"
                iconColor={ink}
                size={20}
                onPress={onClose}
                accessibilityLabel="Close"
                style={{ width: 44, height: 44, margin: 0 }}
              />
            </View>
            <ScrollView
              style={{ flexShrink: 1 }}
              contentContainerStyle={{ padding: 20, paddingTop: 4, paddingBottom: 32, gap: 20 }}
              // A long list can be scrolled by keyboard.
              tabIndex={0}
            >
              {children}
            </ScrollView>
          </View>
        </Rising>
      </Modal>
    </View>
  );
}
