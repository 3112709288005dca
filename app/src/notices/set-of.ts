/** What a school has set about notices, as it is sent back. */
import type { NoticeSettings, NoticeSettingsChange } from "@dawngate/contract/notices";

export type Rules = Omit<NoticeSettingsChange, "number">;

/** Everything as it is set, with the days only where some are counted. */
export const setOf = ({ hour, quiet, kinds, copies }: NoticeSettings): Rules => ({
  hour,
  quiet,
  copies,
  kinds: Object.fromEntries(
    kinds.map(({ kind, on, offsets }) => [kind, { on, ...(offsets && { offsets }) }]),
  ),
});
