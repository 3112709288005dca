/** For how long a link counts, and a share is held. */
import type { PartnerTerms } from "@dawngate/contract/partners";
import { useState } from "react";
import { explain } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useSetPartnerTermsMutation } from "./api";
import { sayPartnerTerms } from "./say-partner";

interface Props {
  school: string;
  terms: PartnerTerms;
  onClose(): void;
}

export function TermsSheet({ school, terms: before, onClose }: Props) {
  const { quiet } = usePalette();
  const [terms, setTerms] = useState(before);
  const [keep, keeping] = useSetPartnerTermsMutation();
  return (
    <Sheet title="What is agreed with partners" onClose={onClose}>
      {keeping.error ? <Notice {...explain(keeping.error)} /> : null}
      <NumberField
        label="Days a link counts"
        value={terms.days}
        least={1}
        most={365}
        width={200}
        onChange={(days) => setTerms({ ...terms, days })}
      />
      <NumberField
        label="Days a share is held"
        value={terms.hold}
        least={0}
        most={365}
        width={200}
        onChange={(hold) => setTerms({ ...terms, hold })}
      />
      <Text>{sayPartnerTerms(terms)}</Text>
      <Text kind="small" color={quiet}>
        It holds for orders made from now on; those that were brought before keep what held then.
      </Text>
      <PrimaryAction
        label="Keep"
        busy={keeping.isLoading}
        onPress={async () => {
          const answer = await keep({ school, body: terms });
          if ("data" in answer) onClose();
        }}
      />
    </Sheet>
  );
}
