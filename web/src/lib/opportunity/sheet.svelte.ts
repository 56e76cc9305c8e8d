import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';

export type SheetItem = Schemas['SheetItem'];
type Mover = (item: SheetItem, stageId: number, day: string) => Promise<{ version: number }>;

type Done = { item: SheetItem; stageId: number; day: string };

/** Moves on the sheet, which can be taken back one after the other. */
export class SheetMoves {
  refusal = $state.raw<Refusal | null>(null);
  busy = $state(false);
  said = $state('');
  #done: Done[] = [];

  constructor(
    private readonly refresh: () => Promise<unknown>,
    private readonly mover: Mover = place
  ) {}

  get canUndo() {
    return this.#done.length > 0;
  }

  /** Moves to a stage and a day, and remembers where it was. */
  async move(item: SheetItem, stageId: number, day: string): Promise<boolean> {
    if (stageId === item.stageId && day === item.expectedClose) return false;
    if (!item.mayChange) {
      this.said = `Only ${item.owner} or a manager may move ${item.number}.`;
      return false;
    }
    const before = { stageId: item.stageId, day: item.expectedClose };
    const placed = await this.#do(item, stageId, day);
    if (!placed) return false;
    this.#done.push({ item: { ...item, version: placed.version, stageId, expectedClose: day }, ...before });
    this.said = `${item.number} is moved. Ctrl Z undoes it.`;
    return true;
  }

  async undo(): Promise<void> {
    const last = this.#done.pop();
    if (!last) return;
    const placed = await this.#do(last.item, last.stageId, last.day);
    if (placed) this.said = `${last.item.number} is back where it was.`;
    // The same one may have been moved before: what stands in line for it takes the new version.
    for (const earlier of this.#done) {
      if (placed && earlier.item.id === last.item.id) earlier.item.version = placed.version;
    }
  }

  async #do(item: SheetItem, stageId: number, day: string) {
    this.busy = true;
    this.refusal = null;
    try {
      const placed = await this.mover(item, stageId, day);
      await this.refresh();
      return placed;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
      await this.refresh();
      return null;
    } finally {
      this.busy = false;
    }
  }
}

function place(item: SheetItem, stageId: number, expectedClose: string) {
  return ask(
    api.POST('/api/opportunities/{id}/place', {
      params: { path: { id: item.id }, header: { 'If-Match': `"${item.version}"` } },
      body: { stageId, expectedClose }
    })
  );
}
