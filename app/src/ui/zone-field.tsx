/** A time zone, found by typing a part of its name. */
import { sayZone } from "@dawngate/core/schedule/words";
import { useMemo } from "react";
import { FoundField } from "./found-field";

export function ZoneField({ value, onChange }: { value: string; onChange(zone: string): void }) {
  const zones = useMemo(
    () =>
      [...Intl.supportedValuesOf("timeZone"), "UTC"].map((zone) => ({
        value: zone,
        says: sayZone(zone),
        also: zone,
      })),
    [],
  );
  return (
    <FoundField
      label="Time zone"
      says={sayZone(value)}
      of={zones}
      none="No zone is called that; try the nearest large city."
      onChange={onChange}
    />
  );
}
