/** Where whoever has bought something is led on to, beside the course itself. */
import type { Offer } from "@dawngate/contract/sales";
import { useState } from "react";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { Part } from "./part";

type Next = NonNullable<Offer["next"]>;

/** It can be kept: it says what the button says, and leads somewhere safe. */
export function isWhole({ label, url }: Next): boolean {
  return label.trim() !== "" && /^https:\/\/[^\s/]+\.[^\s]+$/.test(url.trim());
}

export function AfterBuying({
  next,
  onNext,
}: {
  next: Offer["next"];
  onNext(next: Offer["next"]): void;
}) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<Next | null>(next);
  const change = (part: Partial<Next>) => {
    if (!typed) return;
    const now = { ...typed, ...part };
    setTyped(now);
    // What is half written is not kept, and not lost.
    if (isWhole(now)) onNext({ ...now, label: now.label.trim(), url: now.url.trim() });
  };
  return (
    <Part title="After buying">
      <Switched
        label="Whoever has bought it is led on"
        says="Beside the way into the course: to your own page, a group, a list of flour."
        on={typed !== null}
        onChange={(on) => {
          setTyped(on ? { says: "", label: "", url: "" } : null);
          if (!on) onNext(null);
        }}
      />
      {typed === null ? null : (
        <>
          <TextField
            label="A word to them"
            value={typed.says}
            maxLength={300}
            onChangeText={(says) => change({ says })}
          />
          <TextField
            label="What the button says"
            value={typed.label}
            maxLength={60}
            onChangeText={(label) => change({ label })}
          />
          <TextField
            label="Where it leads"
            value={typed.url}
            maxLength={500}
            autoCapitalize="none"
            onChangeText={(url) => change({ url })}
          />
          {isWhole(typed) ? null : (
            <Text kind="small" color={quiet} role="status">
              Kept once the button says something and leads to an address that begins with https://
            </Text>
          )}
        </>
      )}
    </Part>
  );
}
