/** Where it is told what people achieve: another system's learning record store, given, tried and taken away. */

import type { School } from "@dawngate/contract/school";
import type { RecordStore } from "@dawngate/contract/statements";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain, faultsOf } from "../store/api";
import { Coming } from "../store/coming";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Field } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { saidAt } from "../ui/said-at";
import { Section } from "../ui/section";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import {
  useGetRecordStoreQuery,
  useKeepRecordStoreMutation,
  useRemoveRecordStoreMutation,
  useTryRecordStoreMutation,
} from "./api";

export function RecordStoreSettings({ school }: { school: School }) {
  const place = { school: school.slug };
  const { data, error, refetch } = useGetRecordStoreQuery(place);
  const [changing, setChanging] = useState(false);
  return (
    <Section
      title="Learning record store"
      says="Another system can be told what people achieve here: lessons and courses they complete, attempts they pass or fail (xAPI, IEEE 9274.1.1). It hears people's names and identifiers, never their mail addresses."
    >
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : data.address !== null && !changing ? (
        <Kept school={school} store={data} onChange={() => setChanging(true)} />
      ) : changing ? (
        <Given school={school} store={data} onDone={() => setChanging(false)} />
      ) : (
        <QuietAction label="Tell a learning record store" onPress={() => setChanging(true)} />
      )}
    </Section>
  );
}

interface Props {
  school: School;
  store: RecordStore;
}

/** How far it has been told, and what can be done. */
function Kept({ school, store, onChange }: Props & { onChange(): void }) {
  const { quiet, ember, leaf } = usePalette();
  const [tryIt, trying] = useTryRecordStoreMutation();
  const [remove, removing] = useRemoveRecordStoreMutation();
  const place = { school: school.slug };
  const { address, told, toldAt, since, waiting, fault } = store;
  const refused = trying.error ?? removing.error;
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">{address ?? ""}</Text>
      <Text kind="small" color={quiet}>
        {[
          since ? `Told since ${saidAt(since, school.timeZone)}` : "",
          toldAt
            ? `${told} ${told === 1 ? "statement" : "statements"} heard, the last ${saidAt(toldAt, school.timeZone)}`
            : "nothing was to be told yet",
          waiting > 0 ? `${waiting >= 1000 ? "1,000 or more" : waiting} waiting` : "",
        ]
          .filter(Boolean)
          .join("; ")}
      </Text>
      {fault ? (
        <Text kind="small" color={ember} role="alert">
          {`It was not heard: ${fault}.${waiting > 0 ? " It is tried again by itself, with growing waits." : ""}`}
        </Text>
      ) : null}
      {trying.data ? (
        <Text kind="small" color={trying.data.heard ? leaf : ember} role="status">
          {trying.data.says}
        </Text>
      ) : null}
      {refused ? <Notice {...explain(refused)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        <QuietAction label="Try it" busy={trying.isLoading} onPress={() => void tryIt(place)} />
        <QuietAction
          label="Change it"
          says="Change it: the learning record store"
          onPress={onChange}
        />
        <QuietAction
          label="Tell it nothing more"
          busy={removing.isLoading}
          onPress={() => void remove(place)}
        />
      </View>
    </View>
  );
}

interface Typed {
  address: string;
  key: string;
  secret: string;
}

/** Its address, and what it knows us by. */
function Given({ school, store, onDone }: Props & { onDone(): void }) {
  const { quiet } = usePalette();
  const [keep, { error, isLoading }] = useKeepRecordStoreMutation();
  const { control, handleSubmit, setError } = useForm<Typed>({
    defaultValues: {
      address: store.address ?? store.practice ?? "",
      key: store.key || (store.practice ? "practice" : ""),
      secret: "",
    },
  });
  const send = handleSubmit(async ({ address, key, secret }) => {
    const answer = await keep({
      school: school.slug,
      body: { address: address.trim(), key, secret: secret === "" ? null : secret },
    });
    if (!("error" in answer)) return onDone();
    for (const [path, reason] of Object.entries(faultsOf(answer.error)))
      if (path === "address" || path === "key" || path === "secret")
        setError(path, { message: reason });
  });
  return (
    <Form onSubmit={send}>
      <View style={{ gap: 12 }}>
        {error && Object.keys(faultsOf(error)).length === 0 ? <Notice {...explain(error)} /> : null}
        <Field
          control={control}
          name="address"
          label="Its address"
          inputMode="url"
          hint="As the store gives it, such as https://records.example.org/xapi; /statements is added."
        />
        <Field control={control} name="key" label="Key" autoComplete="off" />
        <Field
          control={control}
          name="secret"
          label="Secret"
          secureTextEntry
          autoComplete="off"
          hint={
            store.address === null
              ? "As the store gives it."
              : "Left empty, the one that is kept stays; another address needs its own."
          }
        />
        {store.practice ? (
          <Text kind="small" color={quiet}>
            {`In this demo a store to practice with stands at ${store.practice}; it takes any key and secret.`}
          </Text>
        ) : null}
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          <PrimaryAction label="Keep" busy={isLoading} onPress={() => void send()} />
          <QuietAction label="Leave it as it was" onPress={onDone} />
        </View>
      </View>
    </Form>
  );
}
