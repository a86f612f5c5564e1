/**
 * Writes made at the bench wait here until the server has them, in order, through lost networks, closed tabs and
 * restarts. Each write carries ids made in the browser, so sending one twice changes nothing.
 */
import { Refused, request, Unreachable, upload } from './client';
import { revisionSeen } from './revisions';

export interface Write {
  id: string;
  method: 'POST' | 'PUT' | 'PATCH';
  path: string;
  body: unknown;
  /** A sound that goes with it: then the body's fields are a form's. */
  file?: Uint8Array;
  /** The record as the page shows it until the server has it. */
  shown?: unknown;
  buildId: string;
  /** What it is, for the person: "reading I3". */
  label: string;
  /** The revision of the document that it was made upon. */
  upon?: number;
  /** Set where the document was changed meanwhile: the fields that both changed. It waits for a word of the person. */
  outdated?: readonly string[];
}

export interface Keeper {
  load(): Promise<Write[]>;
  save(writes: readonly Write[]): Promise<void>;
}

export interface OutboxState {
  /** Waiting or under way, oldest first. */
  writes: readonly Write[];
  /** Refused because another page changed the same: kept until the person says which one holds. */
  held: readonly Write[];
  reachable: boolean;
}

export interface OutboxEvents {
  /** The server has it; it stands here a moment longer, so that what is shown never blinks. */
  answered?(write: Write, answer: unknown): void;
  sent(write: Write): void;
  refused(write: Write, error: Refused): void;
  /** Another page changed the same. */
  held?(write: Write): void;
}

function sendWrite({ method, path, body, file, upon }: Write): Promise<unknown> {
  return file ? upload(path, formOf(body as Record<string, unknown>, file)) : request(method, path, body, upon);
}

/** Fields that are not set are left out. */
function formOf(fields: Record<string, unknown>, file: Uint8Array): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields))
    if (value !== undefined && value !== null) form.set(name, `${value as string | number}`);
  form.set('file', new Blob([file as Uint8Array<ArrayBuffer>], { type: 'audio/wav' }), 'sound.wav');
  return form;
}

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15_000;

export class Outbox {
  private state: OutboxState = { writes: [], held: [], reachable: true };
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private wait = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private events: OutboxEvents = { sent: () => undefined, refused: () => undefined };

  constructor(
    private readonly keeper: Keeper,
    private readonly send: (write: Write) => Promise<unknown> = sendWrite,
    private readonly revisionOf: (path: string) => number | undefined = revisionSeen,
  ) {}

  /** Takes up what an earlier page left behind. */
  async open(events: OutboxEvents): Promise<void> {
    this.events = events;
    const left = await this.keeper.load();
    const waiting = left.filter(({ outdated }) => !outdated);
    this.change({ writes: [...waiting, ...this.state.writes], held: left.filter(({ outdated }) => outdated) });
    void this.flush();
  }

  add(write: Write): void {
    this.change({ writes: [...this.state.writes, write] });
    void this.save();
    void this.flush();
  }

  /**
   * A change of a document that other pages change too: made upon what its waiting changes were made upon, else upon
   * what was seen last.
   */
  addUpon(write: Write): void {
    const waiting = this.state.writes.find((other) => isSameDocument(other, write));
    this.add({ ...write, upon: waiting ? waiting.upon : this.revisionOf(write.path) });
  }

  /** The person's word on a held change: it is sent upon what stands now, or let go. */
  decide(held: Write, mine: boolean): void {
    this.change({ held: this.state.held.filter((other) => other !== held) });
    void this.save();
    if (mine) this.addUpon({ ...held, outdated: undefined, id: crypto.randomUUID() });
  }

  /** Tries now, whatever the wait: the network is said to be back, or the person asks. */
  retry(): void {
    clearTimeout(this.timer);
    this.wait = FIRST_WAIT_MS;
    void this.flush();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): OutboxState => this.state;

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (let write = this.state.writes[0]; write; write = this.state.writes[0]) {
        if (!(await this.deliver(write))) return;
      }
    } finally {
      this.sending = false;
    }
  }

  /** True when the write is done with, one way or the other. */
  private async deliver(write: Write): Promise<boolean> {
    try {
      const answer = await this.send(write);
      this.carryOn(write);
      this.events.answered?.(write, answer);
      await this.remove(write);
      this.events.sent(write);
    } catch (error) {
      if (!(error instanceof Refused) || error.status >= 500) {
        this.change({ reachable: !(error instanceof Unreachable) && this.state.reachable });
        this.tryLater();
        return false;
      }
      if (error.isOutdated) await this.hold(write, error);
      else {
        await this.remove(write);
        this.events.refused(write, error);
      }
    }
    this.wait = FIRST_WAIT_MS;
    this.change({ reachable: true });
    return true;
  }

  /**
   * Later changes of the same document were made upon this one; where another page's came between, the server has to
   * compare.
   */
  private carryOn(sent: Write): void {
    const revision = this.revisionOf(sent.path);
    if (sent.upon === undefined || revision !== sent.upon + 1) return;
    const writes = this.state.writes.map((write) =>
      write !== sent && isSameDocument(write, sent) ? { ...write, upon: revision } : write,
    );
    this.change({ writes });
  }

  /** All that waits for the same document is held as one change. */
  private async hold(write: Write, error: Refused): Promise<void> {
    const isPart = (other: Write) => other === write || (other.upon !== undefined && isSameDocument(other, write));
    const before = this.state.held.filter((other) => isSameDocument(other, write));
    const parts = [...before, ...this.state.writes.filter(isPart)];
    const outdated = [...new Set(error.errors.map(({ field }) => field))];
    const held = { ...parts.reduce(joined), outdated };
    this.change({
      writes: this.state.writes.filter((other) => !isPart(other)),
      held: [...this.state.held.filter((other) => !before.includes(other)), held],
    });
    await this.save();
    this.events.held?.(held);
  }

  private save(): Promise<void> {
    return this.keeper.save([...this.state.held, ...this.state.writes]);
  }

  private tryLater(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), this.wait);
    this.wait = Math.min(LONGEST_WAIT_MS, this.wait * 2);
  }

  private async remove(write: Write): Promise<void> {
    this.change({ writes: this.state.writes.filter((other) => other !== write) });
    await this.save();
  }

  private change(part: Partial<OutboxState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }
}

const isSameDocument = (a: Write, b: Write) => a.method === b.method && a.path === b.path;

/** Two changes of one document as one: a document sent whole holds all, of fields the later ones hold. */
const joined = (first: Write, later: Write): Write =>
  later.method === 'PUT' ? later : { ...later, body: { ...(first.body as object), ...(later.body as object) } };
