/**
 * Writes made at the bench wait here until the server has them, through lost networks, closed pages and restarts. Each
 * carries ids made in the browser, so sending one twice changes nothing. Every page adds; one page of the browser sends
 * for all of them, in order within a build, and what one build waits for holds no other up.
 */
import { expectEcho } from './changes';
import { Refused, request, upload } from './client';
import { revisionSeen } from './revisions';
import { isSameDocument, joined, type Aside, type Write } from './write';

export type { Write } from './write';

/** One record a write, so that pages beside each other never write over each other's. */
export interface WriteStore {
  /** In the order of their places. */
  all(): Promise<Write[]>;
  put(write: Write): Promise<void>;
  remove(write: Write): Promise<void>;
}

/** Why something waits. */
export interface Trouble {
  kind: 'unreachable' | 'server' | 'other-bench' | 'signed-out';
  words: string;
}

export interface OutboxState {
  /** Waiting or under way, oldest first. */
  writes: readonly Write[];
  /** The server has them, and what this page shows may still be from before: laid over it until it was asked again. */
  landed: readonly Write[];
  /** Refused because another page changed the same: kept until the person says which one holds. */
  held: readonly Write[];
  /** Refused for good: kept until the person mends, sends or drops them. */
  aside: readonly Write[];
  trouble: Trouble | null;
}

export interface OutboxEvents {
  /** The server has it; it stands here a moment longer, so that what is shown never blinks. */
  answered?(write: Write, answer: unknown): void;
  /** @returns when the page has asked again; none while it does not yet */
  sent(write: Write): Promise<unknown> | void;
  /** Set aside. @returns when the page has asked again */
  refused(write: Write, aside: Aside): Promise<unknown> | void;
  /** Another page changed the same. @returns when the page has asked again */
  held?(write: Write): Promise<unknown> | void;
}

interface Ways {
  send: (write: Write) => Promise<unknown>;
  revisionOf: (path: string) => number | undefined;
  /** The bench that this page shows. */
  ownBench: () => Promise<string>;
  /** The bench that answers now; it throws where none does. */
  benchNow: () => Promise<string>;
  /** Tells the other pages of this browser. */
  tell: (sent: Write | null) => void;
  now: () => number;
}

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15_000;
/** A fault of the server's own that comes so often is of the write. */
const SAME_FAULTS = 3;
const MISDIRECTED = 421;
const DISK_FULL = 507;
const TOO_OFTEN = 429;

export class Outbox {
  private state: OutboxState = { writes: [], landed: [], held: [], aside: [], trouble: null };
  private readonly listeners = new Set<() => void>();
  private readonly ways: Ways;
  private readonly faults = new Map<string, number>();
  private leads = false;
  private sending = false;
  private again = false;
  private wait = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private lastPlace = '';
  private own = '';
  /** Which bench answers, while that is believed. */
  private answers: string | null = null;
  private found: Trouble | null = null;
  /** Added and not yet in the store. */
  private readonly onTheWay = new Set<string>();
  private events: OutboxEvents = { sent: () => undefined, refused: () => undefined };

  constructor(
    private readonly store: WriteStore,
    ways: Partial<Ways> = {},
  ) {
    const none = () => Promise.resolve('');
    const usual = { send: sendWrite, revisionOf: revisionSeen, ownBench: none, benchNow: none, now: Date.now };
    this.ways = { ...usual, tell: () => undefined, ...ways };
  }

  /** Takes up what earlier pages left behind; nothing is sent before `lead`. */
  async open(events: OutboxEvents): Promise<void> {
    this.events = events;
    await this.reload();
    this.own = await this.ways.ownBench();
  }

  /** From now on this page sends for all of them. */
  async lead(): Promise<void> {
    this.leads = true;
    await this.reload();
    void this.flush();
  }

  /** Another page does. What is under way here may end twice: that changes nothing. */
  yield(): void {
    this.leads = false;
    clearTimeout(this.timer);
  }

  /** Another page added, or sent one. */
  async heard(sent: Write | null): Promise<void> {
    const known = this.state.writes.find(({ id }) => id === sent?.id);
    await this.reload();
    if (sent) this.land(known ?? sent, known ? [known] : []);
    if (this.leads) void this.flush();
  }

  add(write: Write): void {
    const placed = { ...write, place: this.nextPlace(), ...(this.own && { bench: write.bench ?? this.own }) };
    this.onTheWay.add(placed.id);
    this.change({ writes: [...this.state.writes, placed] });
    void this.store.put(placed).then(() => {
      this.onTheWay.delete(placed.id);
      this.ways.tell(null);
      void this.flush();
    });
  }

  /**
   * A change of a document that other pages change too: made upon what its waiting changes were made upon, else upon
   * what was seen last, or upon what stood before that.
   */
  addUpon(write: Write, of: 'seen' | 'before' = 'seen'): void {
    const waiting = this.state.writes.find((other) => isSameDocument(other, write));
    const seen = this.ways.revisionOf(write.path);
    const upon = of === 'before' && seen ? seen - 1 : seen;
    this.add({ ...write, upon: waiting ? waiting.upon : upon });
  }

  /** The person's word on a held change: it is sent upon what stands now, or let go. */
  decide(held: Write, mine: boolean): void {
    this.change({ held: this.state.held.filter((other) => other.id !== held.id) });
    void this.drop(held);
    if (mine) this.addUpon({ ...held, outdated: undefined, id: crypto.randomUUID() });
  }

  /** The person's word on what was set aside: sent again, as it is or mended. */
  sendAgain(write: Write, body: unknown = write.body): void {
    this.throwAway(write);
    this.faults.delete(write.id);
    this.add({ ...write, body, aside: undefined });
  }

  throwAway(write: Write): void {
    this.change({ aside: this.state.aside.filter((other) => other.id !== write.id) });
    void this.drop(write);
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

  /** Once round the builds that have something waiting; again while anything was done or came meanwhile. */
  private async flush(): Promise<void> {
    if (!this.leads) return;
    if (this.sending) return void (this.again = true);
    this.sending = true;
    clearTimeout(this.timer);
    try {
      do {
        this.again = false;
        await this.sendRound();
      } while (this.again && this.leads && !this.found);
    } finally {
      this.sending = false;
    }
    if (this.state.trouble?.words !== this.found?.words) this.change({ trouble: this.found });
    if (this.state.writes.length > 0) this.tryLater();
    else this.wait = FIRST_WAIT_MS;
  }

  private async sendRound(): Promise<void> {
    this.found = null;
    if (this.state.writes.length === 0) return;
    try {
      this.answers ??= await this.ways.benchNow();
    } catch (failure) {
      this.found = troubleOf(failure);
      return;
    }
    for (const buildId of new Set(this.state.writes.map((write) => write.buildId)))
      if (await this.sendBuild(buildId)) return;
  }

  /** All that waits for one build, until one of them has to go on waiting. @returns whether nothing can be sent at all */
  private async sendBuild(buildId: string): Promise<boolean> {
    for (;;) {
      const write = this.state.writes.find((other) => other.buildId === buildId);
      if (!write || !this.leads) return false;
      if ((write.bench ?? this.own) !== this.answers) {
        this.misdirected();
        return false;
      }
      const end = await this.deliver(write);
      if (end !== 'done') return end === 'unreachable';
    }
  }

  private async deliver(write: Write): Promise<'done' | 'waits' | 'unreachable'> {
    try {
      const answer = await this.ways.send(write);
      await this.carryOn(write);
      this.events.answered?.(write, answer);
      await this.drop(write);
      this.change({ writes: this.state.writes.filter((other) => other.id !== write.id) });
      this.land(write, [write]);
      this.ways.tell(write);
    } catch (failure) {
      const end = await this.failed(write, failure);
      if (end !== 'done') return end;
    }
    this.wait = FIRST_WAIT_MS;
    return 'done';
  }

  /** What was asked before it came to the server does not hold it: it is shown from here until that was asked again. */
  private land(write: Write, shown: readonly Write[]): void {
    this.change({ landed: [...this.state.landed, ...shown] });
    this.forgetLanded(write.buildId, this.events.sent(write));
  }

  private forgetLanded(buildId: string, isAsked: Promise<unknown> | void): void {
    const before = this.state.landed.filter((write) => write.buildId === buildId);
    const forget = () => this.change({ landed: this.state.landed.filter((write) => !before.includes(write)) });
    // Away, or asked anew meanwhile, it is still shown from here; something that is refused will be refused again.
    if (isAsked) void isAsked.then(forget, (failure) => failure instanceof Refused && forget());
  }

  private async failed(write: Write, failure: unknown): Promise<'done' | 'waits' | 'unreachable'> {
    if (!(failure instanceof Refused) || failure.isSignedOut || failure.status === TOO_OFTEN) {
      this.found = troubleOf(failure);
      this.answers = null;
      return 'unreachable';
    }
    if (failure.status === MISDIRECTED) {
      this.misdirected();
      return 'waits';
    }
    if (failure.isOutdated) await this.hold(write, failure);
    else if (failure.status === DISK_FULL || (failure.status >= 500 && !this.isTooOften(write))) {
      this.found = troubleOf(failure);
      return 'waits';
    } else await this.setAside(write, failure);
    return 'done';
  }

  /** Who answers is asked again before the next try. */
  private misdirected(): void {
    this.found = OTHER_BENCH;
    this.answers = null;
  }

  private isTooOften({ id }: Write): boolean {
    const count = (this.faults.get(id) ?? 0) + 1;
    this.faults.set(id, count);
    return count >= SAME_FAULTS;
  }

  private async setAside(write: Write, { message: words, errors }: Refused): Promise<void> {
    const aside: Aside = { words, errors };
    const kept = { ...write, aside };
    this.change({
      writes: this.state.writes.filter((other) => other.id !== write.id),
      aside: [...this.state.aside, kept],
    });
    await this.store.put(kept);
    this.forgetLanded(kept.buildId, this.events.refused(kept, aside));
    this.ways.tell(null);
  }

  /**
   * Later changes of the same document were made upon this one, also one that comes while this still stands; where
   * another page's came between, the server has to compare.
   */
  private async carryOn(sent: Write): Promise<void> {
    const revision = this.ways.revisionOf(sent.path);
    if (sent.upon === undefined || revision !== sent.upon + 1) return;
    const moved = this.state.writes
      .filter((write) => isSameDocument(write, sent))
      .map((write) => ({ ...write, upon: revision }));
    this.change({ writes: this.state.writes.map((write) => moved.find(({ id }) => id === write.id) ?? write) });
    for (const write of moved) await this.store.put(write);
  }

  /** All that waits for the same document is held as one change. */
  private async hold(write: Write, error: Refused): Promise<void> {
    const isPart = (other: Write) =>
      other.id === write.id || (other.upon !== undefined && isSameDocument(other, write));
    const before = this.state.held.filter((other) => isSameDocument(other, write));
    const parts = [...before, ...this.state.writes.filter(isPart)];
    const outdated = [...new Set(error.errors.map(({ field }) => field))];
    const held = { ...parts.reduce(joined), outdated };
    this.change({
      writes: this.state.writes.filter((other) => !isPart(other)),
      held: [...this.state.held.filter((other) => !before.includes(other)), held],
    });
    await this.store.put(held);
    for (const part of parts) if (part.id !== held.id) await this.store.remove(part);
    this.forgetLanded(held.buildId, this.events.held?.(held));
    this.ways.tell(null);
  }

  private async drop(write: Write): Promise<void> {
    await this.store.remove(write);
    this.ways.tell(null);
  }

  private async reload(): Promise<void> {
    const all = await this.store.all();
    const known = new Set(all.map(({ id }) => id));
    const fresh = this.state.writes.filter(({ id }) => this.onTheWay.has(id) && !known.has(id));
    const isWaiting = ({ outdated, aside }: Write) => !outdated && !aside;
    this.change({
      writes: [...all.filter(isWaiting), ...fresh],
      held: all.filter(({ outdated }) => outdated),
      aside: all.filter(({ aside }) => aside),
    });
  }

  /** Of any page after what was there before it, whatever clocks do. */
  private nextPlace(): string {
    const last = [this.lastPlace, ...this.state.writes.map(({ place = '' }) => place)].sort().at(-1)!;
    const [time = '0', count = '0'] = last.split('-');
    const now = Math.max(this.ways.now(), Number(time));
    const step = now === Number(time) ? Number(count) + 1 : 0;
    this.lastPlace = `${String(now).padStart(15, '0')}-${String(step).padStart(6, '0')}`;
    return this.lastPlace;
  }

  private tryLater(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), this.wait);
    this.wait = Math.min(LONGEST_WAIT_MS, this.wait * 2);
  }

  private change(part: Partial<OutboxState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }
}

const OTHER_BENCH: Trouble = {
  kind: 'other-bench',
  words: 'Another bench answers here (another data folder): what was written for yours waits until that one is back.',
};

const SIGNED_OUT: Trouble = { kind: 'signed-out', words: 'Nobody is signed in on this device.' };

function troubleOf(failure: unknown): Trouble {
  if (failure instanceof Refused && failure.isSignedOut) return SIGNED_OUT;
  if (failure instanceof Refused) return { kind: 'server', words: failure.message };
  return { kind: 'unreachable', words: 'The server can’t be reached.' };
}

function sendWrite({ method, path, body, file, upon, bench, buildId }: Write): Promise<unknown> {
  expectEcho(buildId);
  if (file) return upload(path, formOf(body as Record<string, unknown>, file), { bench });
  return request(method, path, body, { upon, bench });
}

/** Fields that are not set are left out. */
function formOf(fields: Record<string, unknown>, file: Uint8Array): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields))
    if (value !== undefined && value !== null) form.set(name, `${value as string | number}`);
  form.set('file', new Blob([file as Uint8Array<ArrayBuffer>], { type: 'audio/wav' }), 'sound.wav');
  return form;
}
