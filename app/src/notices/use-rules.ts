/** The settings as one changes them; each change is kept by itself. */
import type { NoticeKind, NoticeSettings } from "@dawngate/contract/notices";
import { useKept } from "../store/use-kept";
import { useChangeNoticeSettingsMutation } from "./api";
import { type Rules, setOf } from "./set-of";

export function useRules(school: string, settings: NoticeSettings) {
  const [change, { error, isLoading }] = useChangeNoticeSettingsMutation();
  const kept = useKept<Rules>(
    { number: settings.number, value: setOf(settings) },
    async ({ number, value }) => {
      const answer = await change({ school, body: { number, ...value } });
      return answer.data?.number ?? null;
    },
  );
  const put = (kind: NoticeKind["kind"], part: { on?: boolean; offsets?: string[] }) =>
    kept.setValue((now) => ({
      ...now,
      kinds: { ...now.kinds, [kind]: { ...now.kinds[kind], ...part } },
    }));
  return { ...kept, put, error, isKeeping: isLoading };
}
