/**
 * A voicing to take along in open files: its record as JSON, its readings as a table, its story to read, its sounds as
 * WAV, in one zip.
 */
import { strToU8, zipSync } from 'fflate';
import Papa from 'papaparse';
import { readingOf, standingEvents, type VoicingEvent } from '../voicing';
import type { Story } from './story';

export interface BundleSound {
  /** Without its ending. */
  name: string;
  bytes: Uint8Array;
}

export interface VoicingBundle {
  /** All of it as it is kept: build, plan, events, what was heard. SI. */
  record: unknown;
  events: readonly VoicingEvent[];
  story: Story;
  sounds: readonly BundleSound[];
  pdf: Uint8Array | null;
}

const UNITS = { mass: 'kg', flex: 'm/N' } as const;

/** Readings that stand, one a line, SI. */
export function voicingCsv(events: readonly VoicingEvent[]): string {
  const typed = new Map(
    [...standingEvents(events, 'flex'), ...standingEvents(events, 'mass')].map(({ id, body }) => [id, body.said]),
  );
  const rows = events
    .filter(({ retracted }) => !retracted)
    .flatMap((event) => {
      const reading = readingOf(event);
      return reading
        ? [
            {
              round: event.round,
              at: event.at,
              person: event.person,
              quantity: reading.key,
              value: reading.value.value,
              sd: reading.value.sd,
              unit: reading.key === 'mass' ? UNITS.mass : UNITS.flex,
              typed: typed.get(event.id) ?? '',
            },
          ]
        : [];
    });
  return Papa.unparse({
    fields: ['round', 'at', 'person', 'quantity', 'value', 'sd', 'unit', 'typed'],
    data: rows.map((row) => Object.values(row)),
  });
}

export function voicingZip({ record, events, story, sounds, pdf }: VoicingBundle): Uint8Array {
  const text = [
    story.title,
    story.subtitle,
    ...story.sections.flatMap(({ title, when, paragraphs }) => ['', `${title} (${when})`, ...paragraphs]),
  ].join('\n');
  const names = new Map<string, number>();
  const unique = (name: string) => {
    const count = (names.get(name) ?? 0) + 1;
    names.set(name, count);
    return count === 1 ? name : `${name}-${count}`;
  };
  return zipSync({
    'voicing.json': strToU8(JSON.stringify(record, null, 2)),
    'readings.csv': strToU8(voicingCsv(events)),
    'story.txt': strToU8(text),
    ...(pdf && { 'story.pdf': pdf }),
    ...Object.fromEntries(
      sounds.map(({ name, bytes }) => [`sounds/${unique(name)}.wav`, [bytes, { level: 0 as const }]]),
    ),
  });
}
