/** A sheet for one thing: from below on a phone, at the right on a wide screen. Escape and the backdrop close it. */
import type { ReactNode } from "react";
import { Modal, Platform, Pressable, ScrollView, View } from "react-native";
import { Icon } from "./icon";
import { useWide } from "./layout";
import { Press } from "./press";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  title: string;
  onClose(): void;
  /** For work that needs room: more of a wide screen. */
  broad?: boolean;
  children: ReactNode;
}

export function Sheet({ title, onClose, broad = false, children }: Props) {
  const wide = useWide();
  const palette = usePalette();
  return (
    <Modal transparent visible onRequestClose={onClose} animationType="none" aria-label={title}>
      <View
        style={{ flex: 1, justifyContent: "flex-end", alignItems: wide ? "flex-end" : "stretch" }}
      >
        <Pressable
          onPress={onClose}
          tabIndex={-1}
          aria-hidden
          style={{
            position: "absolute",
            inset: 0,
            backgroundColor: palette.dark ? "#000000" : palette.night,
            opacity: wide ? 0.12 : 0.32,
            ...(Platform.OS === "web" && { cursor: "auto" as const }),
          }}
        />
        <View
          style={{
            backgroundColor: palette.surface,
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
          {!wide && (
            <View
              style={{
                alignSelf: "center",
                width: 40,
                height: 4,
                marginTop: 10,
                borderRadius: 2,
                backgroundColor: palette.line,
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
            <Press
              onPress={onClose}
              aria-label="Close"
              style={{ width: 44, alignItems: "center", justifyContent: "center" }}
            >
              <Icon name="close" color={palette.ink} />
            </Press>
          </View>
          <ScrollView
            contentContainerStyle={{ padding: 20, paddingTop: 4, paddingBottom: 32, gap: 20 }}
            // A long list can be scrolled by keyboard.
            tabIndex={0}
          >
            {children}
          </ScrollView>
        </View>
      </View>
    </Modal>
  );
}
