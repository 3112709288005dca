/** The school's settings, kept as one leaves each field; a checklist of what is missing. */

import type { School, SchoolChange } from "@dawngate/contract/school";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { useGetCoursesQuery } from "../courses/api";
import { OwnWordsFields } from "../courses/own-words";
import { SchoolSides } from "../frame/sides";
import { RecordStoreSettings } from "../statements/record-store-settings";
import { explain, faultsOf } from "../store/api";
import { CameFor } from "../ui/came-for";
import { TimeField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { NumberField } from "../ui/number-field";
import { Page } from "../ui/page";
import { Section } from "../ui/section";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ZoneField } from "../ui/zone-field";
import { useChangeSchoolMutation, useGetSchoolQuery } from "./api";
import { CalendarSettings } from "./calendar-settings";
import { HostsField } from "./hosts-field";
import { InvoiceSettings } from "./invoice-settings";
import { LanguagesField } from "./languages-field";
import { PaymentSettings } from "./payment-settings";
import { SETTINGS } from "./places";
import { SetBy } from "./set-by";
import { TaxSettings } from "./tax-settings";
import { useRippledChange } from "./use-rippled-change";

export function SchoolScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data, error, refetch } = useGetSchoolQuery({ school });
  return (
    <Page title="School" {...(data && { above: { text: data.name } })}>
      {data ? (
        <>
          <SchoolSides school={data.slug} here={SETTINGS} />
          <Checklist school={data} />
          {data.may.includes("school.change") ? (
            <>
              <Settings school={data} />
              <CameFor id="calendar">
                <CalendarSettings school={data} />
                <SetBy school={data} of="calendar" />
              </CameFor>
              <CameFor id="second-step">
                <SecondStepAsked school={data} />
                <SetBy school={data} of="twoFactor" />
              </CameFor>
              <CameFor id="follow-up">
                <FollowUp school={data} />
                <SetBy school={data} of="followUpHours" />
              </CameFor>
              <CameFor id="payment">
                <PaymentSettings school={data} />
                <SetBy school={data} of="paymentTerms" />
              </CameFor>
              <CameFor id="invoices">
                <InvoiceSettings school={data} />
                <SetBy school={data} of="invoicing" />
              </CameFor>
              <CameFor id="tax">
                <TaxSettings school={data} />
                <SetBy school={data} of="tax" />
              </CameFor>
              <CameFor id="record-store">
                <RecordStoreSettings school={data} />
              </CameFor>
            </>
          ) : null}
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.8, 0.5]} />
      )}
    </Page>
  );
}

/** What is missing before the first enrollee, each with the place to mend it. */
function Checklist({ school }: { school: School }) {
  const { data } = useGetCoursesQuery({ school: school.slug });
  const courses = data?.courses ?? [];
  const draft = courses.find(({ version }) => version === null);
  const steps: { done: boolean; text: string; href?: string }[] = [
    { done: school.contact !== "", text: "A contact address, for people with questions" },
    { done: courses.length > 0, text: "A first course", href: `/${school.slug}/courses` },
    {
      done: courses.some(({ version }) => version !== null),
      text: "A course that is published",
      href: draft ? `/${school.slug}/courses/${draft.id}/edit` : `/${school.slug}/courses`,
    },
    {
      done: courses.some(({ enrolled }) => enrolled > 0),
      text: "A first person enrolled",
      href: `/${school.slug}/courses`,
    },
  ];
  const missing = steps.filter(({ done }) => !done);
  if (!data || missing.length === 0) return null;
  return (
    <View style={{ gap: 2 }}>
      <Text kind="heading" level={2}>
        Still missing
      </Text>
      {steps.map(({ done, text, href }) => (
        <View
          key={text}
          style={{ flexDirection: "row", alignItems: "center", gap: 10, minHeight: 44 }}
        >
          <SunMark mark={done ? "done" : "waiting"} />
          {!done && href ? (
            <TextLink href={href}>{text}</TextLink>
          ) : (
            <Text>
              {text}
              {done ? ": done" : ""}
            </Text>
          )}
        </View>
      ))}
    </View>
  );
}

function Settings({ school }: { school: School }) {
  const { ember, quiet } = usePalette();
  const [change, { error, isLoading, isSuccess }] = useChangeSchoolMutation();
  const rippled = useRippledChange(school.slug, "What the zone changes");
  const [typed, setTyped] = useState<SchoolChange>({});
  const faults = faultsOf(error);
  const keep = (set: SchoolChange) => change({ school: school.slug, body: set });
  const field = (key: "name" | "currency" | "contact" | "color", label: string) => (
    <CameFor id={key}>
      <TextField
        label={label}
        value={typed[key] ?? school[key]}
        onChangeText={(text) => setTyped({ ...typed, [key]: text })}
        onBlur={() => {
          const value = typed[key]?.trim();
          if (value !== undefined && value !== school[key]) keep({ [key]: value });
        }}
        error={faults[key] !== undefined}
      />
      {faults[key] ? (
        <Text kind="small" color={ember} role="alert">
          {faults[key]}
        </Text>
      ) : null}
      <SetBy school={school} of={key} />
    </CameFor>
  );
  return (
    <View style={{ gap: 14, maxWidth: 520 }}>
      <Text kind="heading" level={2}>
        Settings
      </Text>
      {field("name", "Name")}
      {field("contact", "Contact address")}
      <CameFor id="time-zone">
        <ZoneField value={school.timeZone} onChange={(timeZone) => rippled.change({ timeZone })} />
        <SetBy school={school} of="timeZone" />
      </CameFor>
      {rippled.sheet}
      {field("currency", "Currency")}
      <View style={{ flexDirection: "row", gap: 12 }}>
        <CameFor id="release-hour">
          <TimeField
            label="Release hour of new courses"
            value={school.releaseHour}
            onChange={(releaseHour) => keep({ releaseHour })}
          />
          <SetBy school={school} of="releaseHour" />
        </CameFor>
        <View style={{ flex: 1 }}>{field("color", "Color on public pages")}</View>
      </View>
      <CameFor id="words">
        <OwnWordsFields
          words={school.words}
          says="What people in your courses read instead of module, lesson and so on. A course can have words of its own."
          onWords={(words) => keep({ words })}
        />
        <SetBy school={school} of="words" />
      </CameFor>
      <CameFor id="languages">
        <LanguagesField
          languages={school.languages}
          onChange={(languages) => keep({ languages })}
        />
        <SetBy school={school} of="languages" />
      </CameFor>
      <CameFor id="hosts">
        <HostsField
          hosts={school.hosts}
          onChange={(hosts) => keep({ hosts })}
          fault={Object.entries(faults).find(([path]) => path.startsWith("hosts"))?.[1]}
        />
        <SetBy school={school} of="hosts" />
      </CameFor>
      <Text
        kind="small"
        color={error && Object.keys(faults).length === 0 ? ember : quiet}
        role="status"
      >
        {isLoading
          ? "Keeping…"
          : error
            ? Object.keys(faults).length === 0
              ? `Not kept. ${explain(error).detail}`
              : "Not kept; see above."
            : isSuccess
              ? "Kept"
              : "Nothing to save: each field is kept as you leave it."}
      </Text>
    </View>
  );
}

/** Whether, and when, whoever left a checkout is written to. */
function FollowUp({ school }: { school: School }) {
  const [change, { error }] = useChangeSchoolMutation();
  const { followUpHours: hours } = school;
  const keep = (followUpHours: number | null) =>
    change({ school: school.slug, body: { followUpHours } });
  return (
    <Section
      title="Unfinished checkouts"
      says="Whoever left an address and did not pay is written to once, unless they said no or have bought it since."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <Switched
        label="Write to whoever left a checkout"
        on={hours !== null}
        onChange={(on) => keep(on ? 24 : null)}
      />
      {hours === null ? null : (
        <NumberField
          label="After hours"
          value={hours}
          least={1}
          most={720}
          onChange={(next) => keep(next)}
        />
      )}
    </Section>
  );
}

/** Whether staff must take a second step when they sign in. */
function SecondStepAsked({ school }: { school: School }) {
  const [change, { error }] = useChangeSchoolMutation();
  return (
    <Section
      title="Signing in of staff"
      says="A second step is a code from an application, or a passkey. Who has none yet finds the studio shut, and is led to set one up."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <Switched
        label="Staff take a second step"
        on={school.twoFactor}
        onChange={(twoFactor) => change({ school: school.slug, body: { twoFactor } })}
      />
    </Section>
  );
}
