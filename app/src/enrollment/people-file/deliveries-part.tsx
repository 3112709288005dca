/** Systems that deliver people into a course by themselves: what their last files came to, a new one, its end. */
import type { Course } from "@dawngate/contract/courses";
import type { Deliveries } from "@dawngate/contract/deliveries";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { FaultText } from "../../ui/fault-text";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { OnceAddress } from "../../ui/once-address";
import { saidAt } from "../../ui/said-at";
import { Section } from "../../ui/section";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { CohortChoice } from "../cohort-choice";
import { useEndDeliveryMutation, useGetDeliveriesQuery, useMakeDeliveryMutation } from "./api";
import { sayFates } from "./say-delivered";

interface Props {
  place: InCourse;
  course: Course;
  timeZone: string;
}

type Delivery = Deliveries["deliveries"][number];

/** Where a system sends its files. */
const addressOf = (school: string, id: string) =>
  `${globalThis.location?.origin ?? ""}/api/schools/${school}/deliveries/${id}`;

export function DeliveriesPart(props: Props) {
  const { data, error } = useGetDeliveriesQuery(props.place, { refetchOnMountOrArgChange: true });
  const [making, setMaking] = useState(false);
  return (
    <Section
      title="From another system"
      says="A personnel system sends such a file every night, or whenever something changes: its people are enrolled without a press."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <View role="list">
        {data?.deliveries.map((one) => (
          <DeliveryRow key={one.id} {...props} delivery={one} />
        ))}
      </View>
      {making ? (
        <NewDelivery {...props} onDone={() => setMaking(false)} />
      ) : (
        <QuietAction label="Let a system deliver" onPress={() => setMaking(true)} />
      )}
    </Section>
  );
}

function DeliveryRow({ place, timeZone, delivery }: Props & { delivery: Delivery }) {
  const { quiet, line, ember } = usePalette();
  const [end, { error }] = useEndDeliveryMutation();
  const { id, name, ended, last, withdraws } = delivery;
  return (
    <View
      role="listitem"
      style={{ gap: 4, paddingVertical: 10, borderTopWidth: 1, borderTopColor: line }}
    >
      <Text kind="strong">{name}</Text>
      <Text kind="small" color={quiet}>
        {[
          ...(ended ? ["ended"] : []),
          last === null ? "no file yet" : `last file ${saidAt(last.at, timeZone)}`,
          withdraws === null
            ? "whoever is missing stays"
            : `whoever is missing is withdrawn, up to ${withdraws} % at once`,
        ].join(" · ")}
      </Text>
      {last === null ? null : <Text kind="small">{sayFates(last)}</Text>}
      {last?.fault ? (
        <Text kind="small" color={ember} role="alert">
          {last.fault}
        </Text>
      ) : null}
      {last?.refused.slice(0, 5).map(({ line: at, reason }) => (
        <Text key={at} kind="small">
          {`Line ${at}: ${reason}`}
        </Text>
      ))}
      {error ? <Notice {...explain(error)} /> : null}
      {ended ? null : (
        <QuietAction
          label="End it"
          says={`End it: ${name}`}
          tight
          onPress={() => end({ ...place, delivery: id })}
        />
      )}
    </View>
  );
}

function NewDelivery({ place, course, timeZone, onDone }: Props & { onDone(): void }) {
  const { line } = usePalette();
  const [make, { data, error, isLoading }] = useMakeDeliveryMutation();
  const [name, setName] = useState("");
  const [cohort, setCohort] = useState<string | null>(null);
  const [tell, setTell] = useState(true);
  const [withdraws, setWithdraws] = useState<number | null>(null);
  const faults = faultsOf(error);
  return (
    <View
      role="group"
      aria-label="A system that delivers"
      style={{ gap: 12, borderWidth: 1, borderColor: line, borderRadius: 12, padding: 14 }}
    >
      {data ? (
        <>
          <Text>
            {`It sends each file by POST to the address below, as text/csv, with the header “Authorization: Bearer” and its key.`}
          </Text>
          <TextField label="Its address" value={addressOf(place.school, data.id)} readOnly />
          <OnceAddress
            label="Its key"
            copy="Copy the key"
            address={data.key}
            says="Whoever has it can enroll people in this course, and see nothing of it."
          >
            <QuietAction label="Done" onPress={onDone} />
          </OnceAddress>
        </>
      ) : (
        <>
          {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
          <TextField
            label="What it is called, such as Staff office"
            value={name}
            maxLength={100}
            onChangeText={setName}
          />
          <FaultText>{faults.name}</FaultText>
          {course.cohorts.length === 0 ? null : (
            <CohortChoice
              cohorts={course.cohorts}
              value={cohort}
              label="Rows that name no cohort"
              onChange={setCohort}
            />
          )}
          <Switched label="Whoever comes in is written to" on={tell} onChange={setTell} />
          <Switched
            label="Whoever is missing from a file is withdrawn"
            says="Only those it has brought itself. What they have done is kept."
            on={withdraws !== null}
            onChange={(on) => setWithdraws(on ? 10 : null)}
          />
          {withdraws === null ? null : (
            <NumberField
              label="At most so many in a hundred at once"
              width={280}
              value={withdraws}
              least={1}
              most={100}
              onChange={setWithdraws}
            />
          )}
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
            <PrimaryAction
              label="Make its key"
              busy={isLoading}
              disabled={name.trim() === ""}
              onPress={() =>
                make({ ...place, body: { name: name.trim(), cohort, timeZone, tell, withdraws } })
              }
            />
            <QuietAction label="Leave it" onPress={onDone} />
          </View>
        </>
      )}
    </View>
  );
}
