import { Injectable } from '@nestjs/common';
import { NO_BUILD_CHOICES } from '@nimble/core/project';
import { readingOf, standingEvents, type VoicingEvent as VoicingEventView } from '@nimble/core/voicing';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Build } from '../build-records/models/build.model';
import { eventView } from '../build-records/events-of-record';
import type { ComparedView } from './compared.view';
import { VoicingEvent } from '../build-records/models/voicing-event.model';

interface Measured {
  buildId: string;
  mean: number | null;
  mass: number | null;
  ring: number | null;
  /** Loudest note of its newest knocks [Hz]. */
  note: number | null;
}

/** Builds beside each other, each in the figures that were read of it last. */
@Injectable()
export class CompareService {
  constructor(private readonly sequelize: Sequelize) {}

  async list(): Promise<ComparedView[]> {
    const [builds, measured, events] = await Promise.all([
      Build.findAll({ where: { archivedAt: null }, order: [['number', 'ASC']] }),
      this.measured(),
      VoicingEvent.findAll({ where: { retractedAt: null }, order: [['at', 'ASC']] }),
    ]);
    return builds.map((build) =>
      comparedOf(
        build,
        measured.find(({ buildId }) => buildId === build.id),
        events.filter(({ buildId }) => buildId === build.id).map(eventView),
      ),
    );
  }

  /** Of the newest survey that was read, and the mean ring and the loudest note of the newest round of knocks. */
  private measured(): Promise<Measured[]> {
    return this.sequelize.query<Measured>(
      `with surveyed as (select distinct on (build_id) build_id, mean, mass from surveys where mean is not null and retracted_at is null order by build_id, number desc),
            rounds as (select build_id, max(round) as round from knocks where about in ('plate', 'station') and retracted_at is null group by build_id),
            rung as (select k.build_id, avg((k.analysis ->> 'ringTime')::double precision) as ring from knocks k join rounds r using (build_id, round)
                     where k.about in ('plate', 'station') and k.retracted_at is null group by k.build_id),
            loudest as (select distinct on (k.build_id) k.build_id, (p ->> 'frequency')::double precision as note
                        from knocks k join rounds r using (build_id, round), jsonb_array_elements(k.analysis -> 'partials') p
                        where k.about in ('plate', 'station') and k.retracted_at is null order by k.build_id, (p ->> 'level')::double precision desc)
       select b.id as "buildId", s.mean, s.mass, r.ring, l.note from builds b left join surveyed s on s.build_id = b.id left join rung r on r.build_id = b.id
         left join loudest l on l.build_id = b.id`,
      { type: QueryTypes.SELECT },
    );
  }
}

const GOOD = { 'as-wanted': true, 'too-stiff': false, 'too-soft': false } as const;

function comparedOf(build: Build, measured: Measured | undefined, events: readonly VoicingEventView[]): ComparedView {
  const { id, number, name, family, plate, wood, choices } = build;
  const { outcome } = { ...NO_BUILD_CHOICES, ...choices };
  const said = standingEvents(events, 'outcome').at(-1)?.body;
  const pair = standingEvents(events, 'resonances').at(-1)?.body;
  const turns = standingEvents(events, 'settling').flatMap(({ body }) => body.turn ?? []);
  // Later readings of a quantity take the place of earlier ones.
  const read = Object.fromEntries(
    events.flatMap((event) => readingOf(event) ?? []).map(({ key, value }) => [key, value.value]),
  );
  return {
    id,
    number,
    name,
    family,
    plate,
    good: outcome === null ? null : GOOD[outcome],
    words: said?.words ?? '',
    marks: said?.marks ?? [],
    figures: {
      ...measuredFigures(measured),
      density: wood.rho,
      modulusAlong: wood.E_L,
      modulusAcross: wood.E_C,
      ...read,
      air: pair?.air ?? null,
      top: pair?.top ?? null,
      turn: turns.at(-1) ?? null,
    },
  };
}

const measuredFigures = (measured: Measured | undefined) => ({
  thickness: measured?.mean ?? null,
  plateMass: measured?.mass ?? null,
  ring: measured?.ring ?? null,
  note: measured?.note ?? null,
});
