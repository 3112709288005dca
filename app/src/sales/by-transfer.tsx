/** How an order is transferred: to whom, what to say with it, and what is asked for as a file. */
import type { OwnOrder } from "@dawngate/contract/sales";
import { addressOf } from "../store/ask";
import { FileLink } from "../ui/file-link";
import { Text } from "../ui/text";

interface Props {
  place: { school: string; order: string; secret?: string };
  order: Pick<OwnOrder, "id" | "payTo">;
}

export function ByTransfer({ place, order: { id, payTo } }: Props) {
  return (
    <>
      {payTo === "" ? null : <Text>{payTo}</Text>}
      <Text>Say with the transfer: {id}</Text>
      <FileLink href={addressOf("getPaymentRequest", place)}>The request as a file</FileLink>
    </>
  );
}
