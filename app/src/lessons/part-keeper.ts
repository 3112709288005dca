/**
 * What a lesson shows beside its text, while its author changes it: each change is sent at once, one after the other, and
 * goes on being sent when the page has moved on (a film that arrives later). What the server refuses is said and stays.
 */
import type { ShownFile } from "@dawngate/contract/files";
import type { Material } from "@dawngate/contract/lessons";
import type { LessonPart } from "@dawngate/core/lessons";

export interface KeptPart {
  part: LessonPart | null;
  materials: Material[];
  partRevision: number;
  files: Record<string, ShownFile>;
}

export interface PartPorts {
  send(change: {
    part: LessonPart | null;
    materials: string[];
    partRevision: number;
  }): Promise<KeptPart>;
  /** Something about it has changed. */
  heard(): void;
}

export class PartKeeper {
  private wanted: Pick<KeptPart, "part" | "materials"> | null = null;
  private sending = false;
  private failure: unknown = null;

  constructor(
    private kept: KeptPart,
    private readonly ports: PartPorts,
  ) {}

  get part(): LessonPart | null {
    return this.wanted ? this.wanted.part : this.kept.part;
  }

  get materials(): Material[] {
    return this.wanted ? this.wanted.materials : this.kept.materials;
  }

  get files(): Record<string, ShownFile> {
    return this.kept.files;
  }

  get error(): unknown {
    return this.failure;
  }

  get busy(): boolean {
    return this.sending;
  }

  /** Files that are known before the server names them: they were brought a moment ago. */
  know(...files: ShownFile[]): void {
    const more = Object.fromEntries(files.map((file) => [file.id, file]));
    this.kept = { ...this.kept, files: { ...this.kept.files, ...more } };
    this.ports.heard();
  }

  setPart(part: LessonPart | null): void {
    this.change({ part, materials: this.materials });
  }

  setMaterials(materials: Material[]): void {
    this.change({ part: this.part, materials });
  }

  private change(wanted: Pick<KeptPart, "part" | "materials">): void {
    this.wanted = wanted;
    this.failure = null;
    this.ports.heard();
    void this.send();
  }

  private async send(): Promise<void> {
    const { wanted } = this;
    if (this.sending || !wanted) return;
    this.sending = true;
    try {
      const { files, ...kept } = await this.ports.send({
        part: wanted.part,
        materials: wanted.materials.map(({ id }) => id),
        partRevision: this.kept.partRevision,
      });
      this.kept = { ...kept, files: { ...this.kept.files, ...files } };
      if (this.wanted === wanted) this.wanted = null;
    } catch (error) {
      // What was refused is shown as it stands with the server; what was wanted is said beside it.
      this.failure = error;
      if (this.wanted === wanted) this.wanted = null;
    }
    this.sending = false;
    this.ports.heard();
    if (this.wanted) void this.send();
  }
}
