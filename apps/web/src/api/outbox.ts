/**
 * Writes made at the bench wait here until the server has them, in order, through lost networks, closed tabs and restarts.
 * Each write carries ids made in the browser, so sending one twice changes nothing.
 */
import { Refused, request, Unreachable, upload } from './client';

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
}

export interface Keeper {
  load(): Promise<Write[]>;
  save(writes: readonly Write[]): Promise<void>;
}

export interface OutboxState {
  /** Waiting or under way, oldest first. */
  writes: readonly Write[];
  reachable: boolean;
}

export interface OutboxEvents {
  /** The server has it; it stands here a moment longer, so that what is shown never blinks. */
  answered?(write: Write, answer: unknown): void;
  sent(write: Write): void;
  refused(write: Write, error: Refused): void;
}

function sendWrite({ method, path, body, file }: Write): Promise<unknown> {
  return file ? upload(path, formOf(body as Record<string, unknown>, file)) : request(method, path, body);
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
  private state: OutboxState = { writes: [], reachable: true };
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private wait = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private events: OutboxEvents = { sent: () => undefined, refused: () => undefined };

  constructor(
    private readonly keeper: Keeper,
    private readonly send: (write: Write) => Promise<unknown> = sendWrite,
  ) {}

  /** Takes up what an earlier page left behind. */
  async open(events: OutboxEvents): Promise<void> {
    this.events = events;
    const left = await this.keeper.load();
    this.change({ writes: [...left, ...this.state.writes] });
    void this.flush();
  }

  add(write: Write): void {
    this.change({ writes: [...this.state.writes, write] });
    void this.keeper.save(this.state.writes);
    void this.flush();
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
      this.events.answered?.(write, answer);
      await this.remove(write);
      this.events.sent(write);
    } catch (error) {
      if (!(error instanceof Refused) || error.status >= 500) {
        this.change({ reachable: !(error instanceof Unreachable) && this.state.reachable });
        this.tryLater();
        return false;
      }
      await this.remove(write);
      this.events.refused(write, error);
    }
    this.wait = FIRST_WAIT_MS;
    this.change({ reachable: true });
    return true;
  }

  private tryLater(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), this.wait);
    this.wait = Math.min(LONGEST_WAIT_MS, this.wait * 2);
  }

  private async remove(write: Write): Promise<void> {
    this.change({ writes: this.state.writes.filter((other) => other !== write) });
    await this.keeper.save(this.state.writes);
  }

  private change(part: Partial<OutboxState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }
}
