/** The school's library, opened from a lesson: what is taken stands in it. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Material } from "@dawngate/contract/lessons";
import { Sheet } from "../../ui/sheet";
import { LibraryList } from "./library-list";

interface Props {
  school: string;
  taken: readonly string[];
  onTake(material: Material, file: ShownFile): void;
  onClose(): void;
}

export function LibrarySheet({ school, taken, onTake, onClose }: Props) {
  return (
    <Sheet title="The school's library" onClose={onClose} broad>
      <LibraryList school={school} lesson={{ taken, onTake }} />
    </Sheet>
  );
}
