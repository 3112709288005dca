/** A person's data as a file, and forgetting them: for owners, at that person's record. */

import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { useGetRosterPersonQuery } from "../enrollment/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { QuietAction } from "../ui/action";
import { Field, needed } from "../ui/field";
import { FileLink } from "../ui/file-link";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { useForgetMutation } from "./api";

interface Props {
  school: string;
  course: string;
  enrollment: string;
}

export function PersonLeaving({ enrollment, ...place }: Props) {
  const may = useMay(place.school);
  const { data: found } = useGetRosterPersonQuery({ ...place, enrollment });
  const [open, setOpen] = useState(false);
  if (!found || !may("people.take")) return null;
  return (
    <View style={{ gap: 8 }}>
      <Text kind="smallStrong" level={3}>
        The data of {found.name}
      </Text>
      <FileLink href={addressOf("getPersonData", { school: place.school, person: found.person })}>
        Download it as one file
      </FileLink>
      {open ? (
        <Forgetting school={place.school} person={found.person} onLeave={() => setOpen(false)} />
      ) : (
        <QuietAction label="Forget this person…" onPress={() => setOpen(true)} />
      )}
    </View>
  );
}

function Forgetting({
  school,
  person,
  onLeave,
}: {
  school: string;
  person: string;
  onLeave(): void;
}) {
  const { control, handleSubmit } = useForm({ defaultValues: { reason: "" } });
  const [forget, { data, error, isLoading }] = useForgetMutation();
  const submit = handleSubmit(({ reason }) =>
    forget({ school, person, body: { reason: reason.trim() } }),
  );
  if (data)
    return (
      <View style={{ gap: 6 }} role="status">
        <Text kind="strong">Forgotten. This stays:</Text>
        {data.kept.map(({ what, why }) => (
          <Text key={what} kind="small">
            {what}. {why}.
          </Text>
        ))}
      </View>
    );
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small">
        Their name, their address, the reasons given about them go, in all of the school's courses.
        Their enrollments stay as figures, under no name. This cannot be taken back.
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      <Field control={control} name="reason" label="Why" check={needed("A reason")} />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <QuietAction label="Forget them" onPress={submit} busy={isLoading} />
        <QuietAction label="Leave it" onPress={onLeave} />
      </View>
    </View>
  );
}
