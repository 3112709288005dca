/** So many questions drawn from a category, anew for each attempt. */
import { useState } from "react";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { NumberField } from "../../ui/number-field";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  categories: readonly { category: string; count: number }[];
  onDraw(draw: { draw: number; category: string }): void;
  onClose(): void;
}

export function DrawSheet({ categories, onDraw, onClose }: Props) {
  const { quiet } = usePalette();
  const [category, setCategory] = useState(categories[0]?.category ?? null);
  const [draw, setDraw] = useState(3);
  const there = categories.find((one) => one.category === category)?.count ?? 0;
  return (
    <Sheet title="Draw from a category" onClose={onClose}>
      {categories.length === 0 ? (
        <Text color={quiet}>
          No question has a category yet. Type questions under a line such as “# dough”, or give one
          a category where it is changed.
        </Text>
      ) : (
        <>
          <Choices label="Categories">
            {categories.map((one) => (
              <Choice
                key={one.category}
                label={`${one.category} (${one.count})`}
                taken={one.category === category}
                onPress={() => setCategory(one.category)}
              />
            ))}
          </Choices>
          <NumberField
            label="How many are drawn"
            value={Math.min(draw, Math.max(1, there))}
            least={1}
            most={Math.max(1, there)}
            width={180}
            onChange={setDraw}
          />
          <PrimaryAction
            label={`Draw ${Math.min(draw, there)} of ${there}`}
            disabled={category === null || there === 0}
            onPress={() => {
              if (category !== null) onDraw({ draw: Math.min(draw, there), category });
            }}
          />
        </>
      )}
    </Sheet>
  );
}
