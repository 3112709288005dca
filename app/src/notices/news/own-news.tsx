/** All that one was told, among what stands about oneself. */
import { Section } from "../../ui/section";
import { NewsList } from "./news-list";

export function OwnNews({ school }: { school: string }) {
  return (
    <Section title="Letters to you" says="As they went out by mail; what you open here is read.">
      <NewsList
        school={school}
        empty="Nothing yet: what opens, ends or is announced stands here."
      />
    </Section>
  );
}
