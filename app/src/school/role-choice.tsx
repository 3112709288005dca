/** Which role somebody has on the staff, with what it lets them do. The owner's is handed over, never chosen. */
import { ROLE_WORDS, STAFF_ROLES, type StaffRole } from "@dawngate/contract/permissions";
import { capital } from "../ui/capital";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Text } from "../ui/text";

interface Props {
  label: string;
  role: StaffRole;
  onChoose(role: StaffRole): void;
}

export function RoleChoice({ label, role, onChoose }: Props) {
  return (
    <>
      <Choices label={label}>
        {STAFF_ROLES.filter((one) => one !== "owner").map((one) => (
          <Choice
            key={one}
            label={capital(one)}
            taken={role === one}
            onPress={() => onChoose(one)}
          />
        ))}
      </Choices>
      <Text kind="small">{ROLE_WORDS[role]}.</Text>
    </>
  );
}
