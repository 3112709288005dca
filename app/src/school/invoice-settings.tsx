/** What stands of the school on its invoices and credit notes, and the series they are numbered in. */
import type { Invoicing } from "@dawngate/contract/sales";
import type { School } from "@dawngate/contract/school";
import { useState } from "react";
import { explain, faultsOf } from "../store/api";
import { FaultText } from "../ui/fault-text";
import { Notice } from "../ui/notice";
import { Section } from "../ui/section";
import { Text } from "../ui/text";
import { TextField, type TextFieldProps } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useTyped } from "../ui/use-typed";
import { useChangeSchoolMutation } from "./api";

export function InvoiceSettings({ school }: { school: School }) {
  const { quiet } = usePalette();
  const [change, { error }] = useChangeSchoolMutation();
  const { invoicing } = school;
  const faults = faultsOf(error);
  const [year] = useState(() => new Date().getFullYear());
  const keep = (part: Partial<Invoicing>) =>
    change({ school: school.slug, body: { invoicing: { ...invoicing, ...part } } });
  const field = (part: keyof Invoicing) => ({
    kept: invoicing[part],
    fault: faults[`invoicing.${part}`],
    onKeep: (text: string) => void keep({ [part]: text }),
  });
  return (
    <Section
      title="Invoices and credit notes"
      says="Each payment makes an invoice, each refund a credit note, numbered by year without a gap. What is written is never changed: this holds for those to come."
    >
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      <Kept label={`Name on invoices, if not ${school.name}`} maxLength={200} {...field("name")} />
      <Kept
        label="Address on invoices"
        maxLength={500}
        multiline
        style={{ minHeight: 90 }}
        {...field("address")}
      />
      <Kept label="The school's tax number" maxLength={40} {...field("taxNumber")} />
      <Kept label="Series of invoices" maxLength={8} {...field("invoices")} />
      <Kept label="Series of credit notes" maxLength={8} {...field("creditNotes")} />
      <Kept
        label="How to pay by transfer: bank and number"
        maxLength={500}
        multiline
        style={{ minHeight: 90 }}
        {...field("payTo")}
      />
      <Kept label="Below each, such as why no tax is in it" maxLength={500} {...field("note")} />
      <Text kind="small" color={quiet}>
        {school.tax === null || invoicing.taxNumber === ""
          ? "Once taxes go by the buyer's place and the school's tax number is here, the data of each stands within its file, for programs that keep books (EN 16931)."
          : "The data of each stands within its file, for programs that keep books (EN 16931, Factur-X)."}
      </Text>
      <Text kind="small" color={quiet}>
        {`An invoice is called ${invoicing.invoices}-${year}-0001, a credit note ${invoicing.creditNotes}-${year}-0001, and so on; with each year they begin anew.`}
      </Text>
    </Section>
  );
}

interface Props extends Omit<TextFieldProps, "value" | "onChangeText" | "onBlur"> {
  kept: string;
  fault: string | undefined;
  onKeep(text: string): void;
}

/** Kept a moment after the last letter, and on leaving it. */
function Kept({ kept, fault, onKeep, ...field }: Props) {
  const { text, type, leave } = useTyped(kept, onKeep);
  return (
    <>
      <TextField {...field} value={text} onChangeText={type} onBlur={leave} />
      <FaultText>{fault}</FaultText>
    </>
  );
}
