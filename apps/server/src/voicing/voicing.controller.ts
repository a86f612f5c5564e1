import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import {
  BoxEventDto,
  FlexEventDto,
  GoalEventDto,
  LetInEventDto,
  MassEventDto,
  OutcomeEventDto,
  ParkEventDto,
  ReductionEventDto,
  RepairEventDto,
  ResonancesEventDto,
  SecondLookEventDto,
  SettlingEventDto,
  ShavingEventDto,
  StrungEventDto,
  TrimEventDto,
} from './voicing.dto';
import { CompareService } from './compare.service';
import { AnswersCore, AnswersListOfCore } from '../http/of-core';
import { PlaceWishesView } from './place-wishes.view';
import { VoicingService } from './voicing.service';

const Id = () => Param('id', ParseUUIDPipe);

/** The rounds of a plate's voicing: each event is added once, under the id that the browser gave it. */
@ApiTags('rounds')
@Controller()
export class VoicingController {
  constructor(
    private readonly voicing: VoicingService,
    private readonly compare: CompareService,
  ) {}

  @Get('builds/:id/voicing')
  @AnswersListOfCore('voicing#VoicingEvent')
  list(@Id() id: string) {
    return this.voicing.list(id);
  }

  @Get('shaving-record')
  @AnswersListOfCore('ledger#ShavingOutcome')
  @ApiOperation({ summary: 'What shavings did against what was said of them, of all builds but one' })
  record(@Query('person') person = '', @Query('but') but = '') {
    return this.voicing.record(person, but);
  }

  @Get('place-wishes')
  @ApiOperation({ summary: 'Where this person lets wood come off first, last or never, as said last' })
  placeWishes(@Query('person') person = ''): Promise<PlaceWishesView> {
    return this.voicing.placeWishes(person);
  }

  @Get('builds-compared')
  @ApiOperation({ summary: 'All builds on the bench in the figures that were read of them last' })
  compared() {
    return this.compare.list();
  }

  @Post('builds/:id/voicing/goal')
  @AnswersCore('voicing#VoicingEvent', 201)
  goal(@Id() id: string, @Body() body: GoalEventDto) {
    return this.voicing.add(id, 'goal', body);
  }

  @Post('builds/:id/voicing/flex')
  @AnswersCore('voicing#VoicingEvent', 201)
  flex(@Id() id: string, @Body() body: FlexEventDto) {
    return this.voicing.add(id, 'flex', body);
  }

  @Post('builds/:id/voicing/mass')
  @AnswersCore('voicing#VoicingEvent', 201)
  mass(@Id() id: string, @Body() body: MassEventDto) {
    return this.voicing.add(id, 'mass', body);
  }

  @Post('builds/:id/voicing/shaving')
  @AnswersCore('voicing#VoicingEvent', 201)
  shaving(@Id() id: string, @Body() body: ShavingEventDto) {
    return this.voicing.add(id, 'shaving', body);
  }

  /** What came of a quantity in this round teaches the record although it was left out, or no longer does. */
  @Post('builds/:id/voicing/let-in')
  @AnswersCore('voicing#VoicingEvent', 201)
  letIn(@Id() id: string, @Body() body: LetInEventDto) {
    return this.voicing.add(id, 'let-in', body);
  }

  @Post('builds/:id/voicing/reduction')
  @AnswersCore('voicing#VoicingEvent', 201)
  reduction(@Id() id: string, @Body() body: ReductionEventDto) {
    return this.voicing.add(id, 'reduction', body);
  }

  @Post('builds/:id/voicing/repair')
  @AnswersCore('voicing#VoicingEvent', 201)
  repair(@Id() id: string, @Body() body: RepairEventDto) {
    return this.voicing.add(id, 'repair', body);
  }

  @Post('builds/:id/voicing/park')
  @AnswersCore('voicing#VoicingEvent', 201)
  park(@Id() id: string, @Body() body: ParkEventDto) {
    return this.voicing.add(id, 'park', body);
  }

  @Post('builds/:id/voicing/second-look')
  @AnswersCore('voicing#VoicingEvent', 201)
  secondLook(@Id() id: string, @Body() body: SecondLookEventDto) {
    return this.voicing.add(id, 'second-look', body);
  }

  @Post('builds/:id/voicing/box')
  @AnswersCore('voicing#VoicingEvent', 201)
  box(@Id() id: string, @Body() body: BoxEventDto) {
    return this.voicing.add(id, 'box', body);
  }

  @Post('builds/:id/voicing/trim')
  @AnswersCore('voicing#VoicingEvent', 201)
  trim(@Id() id: string, @Body() body: TrimEventDto) {
    return this.voicing.add(id, 'trim', body);
  }

  @Post('builds/:id/voicing/resonances')
  @AnswersCore('voicing#VoicingEvent', 201)
  resonances(@Id() id: string, @Body() body: ResonancesEventDto) {
    return this.voicing.add(id, 'resonances', body);
  }

  @Post('builds/:id/voicing/strung')
  @AnswersCore('voicing#VoicingEvent', 201)
  strung(@Id() id: string, @Body() body: StrungEventDto) {
    return this.voicing.add(id, 'strung', body);
  }

  @Post('builds/:id/voicing/settling')
  @AnswersCore('voicing#VoicingEvent', 201)
  settling(@Id() id: string, @Body() body: SettlingEventDto) {
    return this.voicing.add(id, 'settling', body);
  }

  @Post('builds/:id/voicing/outcome')
  @AnswersCore('voicing#VoicingEvent', 201)
  outcome(@Id() id: string, @Body() body: OutcomeEventDto) {
    return this.voicing.add(id, 'outcome', body);
  }

  @Post('builds/:id/voicing/:eventId/retract')
  @AnswersCore('voicing#VoicingEvent')
  @HttpCode(200)
  retract(@Id() id: string, @Param('eventId', ParseUUIDPipe) eventId: string) {
    return this.voicing.retract(id, eventId, true);
  }

  @Post('builds/:id/voicing/:eventId/restore')
  @AnswersCore('voicing#VoicingEvent')
  @HttpCode(200)
  restore(@Id() id: string, @Param('eventId', ParseUUIDPipe) eventId: string) {
    return this.voicing.retract(id, eventId, false);
  }
}
