import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import {
  FLEX_PLACES,
  isOf,
  otherWood,
  planedByHand,
  readBalance,
  readDial,
  standingEvents,
  type FlexPlace,
} from '@nimble/core/voicing';
import { seededRandom, seedOfId, type RandomSource } from '@nimble/core/simulate';
import { STAGES } from '@nimble/core/project';
import type { TopBendView, TopMassView } from './devices.view';
import { Build } from '../build-records/models/build.model';
import { StandInTop, type TopInNumbers } from '../compute/synthetic-top';
import { topOfRecord } from '../build-records/top-of-record';
import { invalid } from '../http/problem';
import { eventsOf, eventView } from '../build-records/events-of-record';

/**
 * A stand-in for the braced plate on the bench: it exists only in numbers, of other wood than it is taken for, and was
 * planed as hands plane.
 */
@Injectable()
export class SimulatedTopService {
  private readonly hands = new Map<string, RandomSource>();

  constructor(private readonly standIn: StandInTop) {}

  /** As it really is: its own wood, and everything that was shaved, unevenly. */
  async truth(build: Build): Promise<TopInNumbers> {
    const top = await topOfRecord(build);
    const events = (await eventsOf(build.id)).map(eventView);
    const planed = standingEvents(events, 'shaving').reduce((now, { id, body }) => {
      const shavings = body.shavings.filter((shaving) => isOf(top, shaving));
      return planedByHand(now, shavings, seededRandom(seedOfId(id)));
    }, top);
    return { top: planed, wood: otherWood(seededRandom(seedOfId(build.id))) };
  }

  /** It has braces to speak of. */
  isBraced({ stage }: Pick<Build, 'stage'>): boolean {
    return STAGES.indexOf(stage) > STAGES.indexOf('glue-up');
  }

  async bend(buildId: string, place: FlexPlace): Promise<TopBendView> {
    const { values, random } = await this.figuresOf(buildId);
    const compliance = values.get(`flex:${place}`);
    if (compliance === undefined)
      throw invalid([
        {
          field: 'place',
          message: `is not bent on an open plate: choose one of ${FLEX_PLACES.slice(0, -1).join(', ')}`,
        },
      ]);
    return readDial(compliance, random);
  }

  async weigh(buildId: string): Promise<TopMassView> {
    const { values, random } = await this.figuresOf(buildId);
    return { mass: readBalance(values.get('mass')!, random) };
  }

  private async figuresOf(buildId: string) {
    const build = await findBuild(buildId);
    const random = this.hands.get(buildId) ?? seededRandom(seedOfId(buildId, 'hands '));
    this.hands.set(buildId, random);
    return { values: await this.standIn.figures(await this.truth(build)), random };
  }
}
