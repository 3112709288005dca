/** What people ask, each with its answer behind a press. */
import { questionsOf } from "@dawngate/core/courses/lines";
import { useState } from "react";
import { View } from "react-native";
import { Icon } from "../../ui/icon";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type Drawn, Headed } from "./block";

export const Questions: Drawn<"questions"> = ({ block, shown }) => {
  const { line, quiet } = usePalette();
  const [open, setOpen] = useState<string | null>(null);
  const asked = questionsOf(block.text || shown.card.questions);
  if (asked.length === 0) return null;
  return (
    <Headed title={block.title || "What people ask"}>
      {asked.map(({ question, answer }) => {
        const isOpen = open === question;
        return (
          <View key={question} style={{ borderBottomWidth: 1, borderBottomColor: line }}>
            <Press
              onPress={() => setOpen(isOpen ? null : question)}
              aria-expanded={isOpen}
              style={{ flexDirection: "row", alignItems: "center", gap: 12, paddingVertical: 10 }}
            >
              <Text kind="strong" style={{ flex: 1 }}>
                {question}
              </Text>
              <Icon name={isOpen ? "chevron-down" : "chevron-right"} color={quiet} />
            </Press>
            {isOpen ? <Text style={{ paddingBottom: 14 }}>{answer}</Text> : null}
          </View>
        );
      })}
    </Headed>
  );
};
