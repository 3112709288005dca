/** The seats of an order for several people: who has which, and giving out those that are left. */
import type { OwnOrder } from "@dawngate/contract/sales";
import { sayDate, sayWrittenDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useGiveSeatsMutation, useTakeSeatBackMutation } from "./api";
import { readPeople } from "./read-people";
import { SeatLink } from "./seat-link";

interface Props {
  place: { school: string; order: string; secret?: string };
  order: OwnOrder;
  zone: Zone;
}

const dayOf = (instant: string, zone: Zone) => localDateAt(zone, Date.parse(instant) as Instant);

export function TeamSeats({ place, order, zone }: Props) {
  const { quiet, line } = usePalette();
  const { school, order: id } = place;
  const secret = place.secret === undefined ? {} : { secret: place.secret };
  const [typed, setTyped] = useState("");
  const [give, giving] = useGiveSeatsMutation();
  const [takeBack, taking] = useTakeSeatBackMutation();
  const left = order.seats - order.given.length;
  const { people, unread } = readPeople(typed);
  const error = giving.error ?? taking.error;
  const out = async () => {
    if ("data" in (await give({ school, order: id, body: { ...secret, people } }))) setTyped("");
  };
  return (
    <View role="group" aria-label="Seats" style={{ gap: 12 }}>
      <Text kind="heading" level={2}>
        {order.gift
          ? left === 0
            ? "It is given"
            : order.gift.on === null
              ? `It goes to ${order.gift.name}`
              : `It goes to ${order.gift.name} on ${sayWrittenDate(order.gift.on)}`
          : left === 0
            ? `All ${order.seats} seats are given out`
            : `${left} of ${order.seats} seats to give out`}
      </Text>
      {order.gift && left > 0 ? (
        <Text>
          {order.gift.email} is told then. Or give it to somebody now; then nobody is told later.
        </Text>
      ) : null}
      {order.given.map((seat) => (
        <View
          key={seat.number}
          style={{
            flexDirection: "row",
            alignItems: "center",
            gap: 12,
            borderBottomWidth: 1,
            borderBottomColor: line,
            paddingBottom: 8,
          }}
        >
          <View style={{ flex: 1, minWidth: 0 }}>
            <Text kind="strong">{seat.name ?? "Somebody who has left"}</Text>
            <Text kind="small" color={quiet}>
              {[
                seat.email,
                seat.begun ? "has begun" : `since ${sayDate(dayOf(seat.givenAt, zone))}`,
              ]
                .filter(Boolean)
                .join(" · ")}
            </Text>
          </View>
          {seat.begun ? null : (
            <QuietAction
              label="Take back"
              says={`Take back the seat of ${seat.name ?? "somebody who has left"}`}
              busy={taking.isLoading}
              onPress={() =>
                void takeBack({ school, order: id, number: seat.number, body: secret })
              }
            />
          )}
        </View>
      ))}
      {error ? <Notice {...explain(error)} /> : null}
      {left > 0 ? (
        <>
          <TextField
            label={
              order.gift ? "Who gets it: a name and a mail address" : "Who gets a seat, one a line"
            }
            multiline
            numberOfLines={4}
            value={typed}
            onChangeText={setTyped}
          />
          <Text kind="small" color={quiet}>
            {unread.length > 0
              ? `There is no mail address in “${unread[0]}”.`
              : people.length > left
                ? `${people.length} people, and ${left} ${left === 1 ? "seat" : "seats"} left.`
                : "A name and a mail address, such as Ada Lind, ada@example.org. Each is told by mail, and is in at once; days of access count from now."}
          </Text>
          <PrimaryAction
            label={
              order.gift
                ? "Give it now"
                : people.length < 2
                  ? "Give out a seat"
                  : `Give out ${people.length} seats`
            }
            disabled={people.length === 0 || unread.length > 0 || people.length > left}
            busy={giving.isLoading}
            onPress={out}
          />
        </>
      ) : null}
      {order.gift || (left === 0 && !order.seatLink) ? null : (
        <SeatLink place={place} made={order.seatLink} />
      )}
    </View>
  );
}
