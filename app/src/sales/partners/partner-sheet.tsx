/** Who brings buyers: their name, their mail, the word of their links, and their share. */
import type { Partner } from "@dawngate/contract/partners";
import { addressOf } from "@dawngate/core/catalog/address";
import { useState } from "react";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { DecimalField } from "../../ui/decimal-field";
import { FaultText } from "../../ui/fault-text";
import { Form } from "../../ui/form";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useAddPartnerMutation, useChangePartnerMutation } from "./api";

type Terms = Pick<Partner, "name" | "email" | "word" | "percent" | "ended">;

interface Props {
  school: string;
  /** Null: a new one. */
  partner: Partner | null;
  onKept(id: string): void;
  onClose(): void;
}

/** So long is the word of a link at the most. */
const WORD_MOST = 40;

export function PartnerSheet({ school, partner, onKept, onClose }: Props) {
  const { quiet } = usePalette();
  const [terms, setTerms] = useState<Terms>(
    partner ?? { name: "", email: "", word: "", percent: 20, ended: false },
  );
  const [typedWord, setTypedWord] = useState(partner !== null);
  const [add, adding] = useAddPartnerMutation();
  const [change, changing] = useChangePartnerMutation();
  const error = adding.error ?? changing.error;
  const faults = faultsOf(error);
  const put = (part: Partial<Terms>) => setTerms({ ...terms, ...part });
  const keep = async () => {
    const { name, email, word, percent, ended } = terms;
    const body = { name, email, word, percent };
    const answer = partner
      ? await change({ school, partner: partner.id, body: { ...body, ended } })
      : await add({ school, body });
    if ("data" in answer && answer.data) onKept(answer.data.id);
  };
  return (
    <Sheet title={partner ? partner.name : "A new partner"} onClose={onClose}>
      <Form onSubmit={keep}>
        {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
        <TextField
          label="Their name"
          value={terms.name}
          maxLength={200}
          onChangeText={(name) =>
            put({ name, ...(!typedWord && { word: addressOf(name, WORD_MOST) }) })
          }
        />
        <FaultText>{faults.name}</FaultText>
        <TextField
          label="Mail address"
          inputMode="email"
          autoCapitalize="none"
          value={terms.email}
          maxLength={254}
          onChangeText={(email) => put({ email })}
        />
        <FaultText>{faults.email}</FaultText>
        <TextField
          label="The word of their links"
          autoCapitalize="none"
          value={terms.word}
          maxLength={WORD_MOST}
          onChangeText={(word) => {
            setTypedWord(true);
            put({ word: word.toLowerCase() });
          }}
        />
        <FaultText>{faults.word}</FaultText>
        {partner && partner.word !== terms.word ? (
          <Text kind="small" color={quiet}>
            Links with the word before, {partner.word}, count no more.
          </Text>
        ) : null}
        <DecimalField
          label="Percent of what is paid"
          value={terms.percent}
          least={0}
          most={100}
          onChange={(percent) => put({ percent })}
        />
        <FaultText>{faults.percent}</FaultText>
        <Text kind="small" color={quiet}>
          {partner
            ? "Without tax. Another share holds for orders made from now on; those they brought keep theirs."
            : "Without tax. What they buy themselves brings them nothing."}
        </Text>
        {partner ? (
          <Switched
            label="Their links count no more"
            says="What they have earned stays, and can be paid out."
            on={terms.ended}
            onChange={(ended) => put({ ended })}
          />
        ) : null}
        <PrimaryAction
          label={partner ? "Keep" : "Take them on"}
          busy={adding.isLoading || changing.isLoading}
          disabled={terms.name.trim() === "" || terms.email.trim() === "" || terms.word === ""}
          onPress={() => void keep()}
        />
      </Form>
    </Sheet>
  );
}
