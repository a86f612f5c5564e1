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
  list(@Id() id: string) {
    return this.voicing.list(id);
  }

  @Get('shaving-record')
  @ApiOperation({ summary: 'What shavings did against what was said of them, of all builds but one' })
  record(@Query('person') person = '', @Query('but') but = '') {
    return this.voicing.record(person, but);
  }

  @Get('builds-compared')
  @ApiOperation({ summary: 'All builds on the bench in the figures that were read of them last' })
  compared() {
    return this.compare.list();
  }

  @Post('builds/:id/voicing/goal')
  goal(@Id() id: string, @Body() body: GoalEventDto) {
    return this.voicing.add(id, 'goal', body);
  }

  @Post('builds/:id/voicing/flex')
  flex(@Id() id: string, @Body() body: FlexEventDto) {
    return this.voicing.add(id, 'flex', body);
  }

  @Post('builds/:id/voicing/mass')
  mass(@Id() id: string, @Body() body: MassEventDto) {
    return this.voicing.add(id, 'mass', body);
  }

  @Post('builds/:id/voicing/shaving')
  shaving(@Id() id: string, @Body() body: ShavingEventDto) {
    return this.voicing.add(id, 'shaving', body);
  }

  /** What came of a quantity in this round teaches the record although it was left out, or no longer does. */
  @Post('builds/:id/voicing/let-in')
  letIn(@Id() id: string, @Body() body: LetInEventDto) {
    return this.voicing.add(id, 'let-in', body);
  }

  @Post('builds/:id/voicing/reduction')
  reduction(@Id() id: string, @Body() body: ReductionEventDto) {
    return this.voicing.add(id, 'reduction', body);
  }

  @Post('builds/:id/voicing/repair')
  repair(@Id() id: string, @Body() body: RepairEventDto) {
    return this.voicing.add(id, 'repair', body);
  }

  @Post('builds/:id/voicing/park')
  park(@Id() id: string, @Body() body: ParkEventDto) {
    return this.voicing.add(id, 'park', body);
  }

  @Post('builds/:id/voicing/second-look')
  secondLook(@Id() id: string, @Body() body: SecondLookEventDto) {
    return this.voicing.add(id, 'second-look', body);
  }

  @Post('builds/:id/voicing/box')
  box(@Id() id: string, @Body() body: BoxEventDto) {
    return this.voicing.add(id, 'box', body);
  }

  @Post('builds/:id/voicing/trim')
  trim(@Id() id: string, @Body() body: TrimEventDto) {
    return this.voicing.add(id, 'trim', body);
  }

  @Post('builds/:id/voicing/resonances')
  resonances(@Id() id: string, @Body() body: ResonancesEventDto) {
    return this.voicing.add(id, 'resonances', body);
  }

  @Post('builds/:id/voicing/strung')
  strung(@Id() id: string, @Body() body: StrungEventDto) {
    return this.voicing.add(id, 'strung', body);
  }

  @Post('builds/:id/voicing/settling')
  settling(@Id() id: string, @Body() body: SettlingEventDto) {
    return this.voicing.add(id, 'settling', body);
  }

  @Post('builds/:id/voicing/outcome')
  outcome(@Id() id: string, @Body() body: OutcomeEventDto) {
    return this.voicing.add(id, 'outcome', body);
  }

  @Post('builds/:id/voicing/:eventId/retract')
  @HttpCode(200)
  retract(@Id() id: string, @Param('eventId', ParseUUIDPipe) eventId: string) {
    return this.voicing.retract(id, eventId, true);
  }

  @Post('builds/:id/voicing/:eventId/restore')
  @HttpCode(200)
  restore(@Id() id: string, @Param('eventId', ParseUUIDPipe) eventId: string) {
    return this.voicing.retract(id, eventId, false);
  }
}
