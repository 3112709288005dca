/** A school from nothing: a name, an address, a zone, a currency; everything else can wait. */
import { addressOf } from "@dawngate/core/catalog";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Field, needed } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { ownZone } from "../ui/zone";
import { ZoneField } from "../ui/zone-field";
import { useCreateSchoolMutation, useGetMeQuery } from "./api";
import { arrive } from "./arrive";

/** The address that a name suggests. */
export const suggestSlug = (name: string) => addressOf(name, 63);

export function NewSchoolScreen() {
  const { control, handleSubmit, watch, setError } = useForm({
    defaultValues: { name: "", slug: "", currency: "EUR" },
  });
  const [timeZone, setTimeZone] = useState(ownZone());
  const [create, { error, isLoading }] = useCreateSchoolMutation();
  const { data: me } = useGetMeQuery();
  const suggested = suggestSlug(watch("name"));
  const submit = handleSubmit(async ({ name, slug, currency }) => {
    const answer = await create({
      body: {
        name,
        slug: slug.trim() || suggested,
        currency: currency.trim().toUpperCase(),
        timeZone,
      },
    });
    if ("data" in answer && answer.data) arrive(`/${answer.data.id}/courses`);
    else
      for (const [path, message] of Object.entries(faultsOf(answer.error)))
        setError(path as "name", { message });
  });
  if (me && !me.account)
    return (
      <View role="main" style={{ flex: 1 }}>
        <Page title="Your school" narrow>
          <Text>Sign in first; whoever makes a school owns it.</Text>
          <TextLink href="/sign-in?to=/new-school">Sign in</TextLink>
        </Page>
      </View>
    );
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page title="Your school" above={{ text: "Dawn Gate" }} narrow>
        {error && Object.keys(faultsOf(error)).length === 0 ? <Notice {...explain(error)} /> : null}
        <Form onSubmit={submit}>
          <Field control={control} name="name" label="Name" check={needed("A name")} />
          <Field
            control={control}
            name="slug"
            label="Web address"
            placeholder={suggested}
            hint={`Lower-case letters, digits and hyphens${suggested ? `; left empty: ${suggested}` : ""}`}
          />
          <ZoneField value={timeZone} onChange={setTimeZone} />
          <Field
            control={control}
            name="currency"
            label="Currency"
            hint="Three letters, such as EUR"
          />
          <PrimaryAction label="Make the school" onPress={submit} busy={isLoading} />
        </Form>
      </Page>
    </View>
  );
}
