import {
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Patch,
  Post,
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { AnswersCore } from '../http/of-core';
import { LedgerService } from '../verdicts/ledger.service';
import { VerdictsService } from '../verdicts/verdicts.service';
import {
  AddReadingsDto,
  ChangeSurveyDto,
  ImportReadingsDto,
  RetractDto,
  StartSurveyDto,
  TakePassDto,
} from './dto/survey.dto';
import { PassesService } from './passes.service';
import { SurveysService } from './surveys.service';

@ApiTags('surveys')
@Controller()
export class SurveysController {
  constructor(
    private readonly surveys: SurveysService,
    private readonly passes: PassesService,
    private readonly ledger: LedgerService,
    private readonly verdicts: VerdictsService,
  ) {}

  @Get('builds/:id/surveys')
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.surveys.list(id);
  }

  @Post('builds/:id/surveys')
  start(@Param('id', ParseUUIDPipe) id: string, @Body() body: StartSurveyDto) {
    return this.surveys.start(id, body);
  }

  @Get('builds/:id/passes')
  passesOf(@Param('id', ParseUUIDPipe) id: string) {
    return this.passes.list(id);
  }

  @Get('builds/:id/ledger')
  async ledgerOf(@Param('id', ParseUUIDPipe) id: string) {
    await this.verdicts.refresh(id);
    return this.ledger.ofBuild(id);
  }

  @Get('surveys/:id')
  show(@Param('id', ParseUUIDPipe) id: string) {
    return this.surveys.show(id);
  }

  @Patch('surveys/:id')
  change(@Param('id', ParseUUIDPipe) id: string, @Body() body: ChangeSurveyDto) {
    return this.surveys.change(id, body);
  }

  @Post('surveys/:id/readings')
  addReadings(@Param('id', ParseUUIDPipe) id: string, @Body() body: AddReadingsDto) {
    return this.surveys.addReadings(id, body);
  }

  @Post('surveys/:id/import')
  importCsv(@Param('id', ParseUUIDPipe) id: string, @Body() body: ImportReadingsDto) {
    return this.surveys.importCsv(id, body);
  }

  @Get('surveys/:id/readings.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async exportCsv(@Param('id', ParseUUIDPipe) id: string) {
    const { fileName, text } = await this.surveys.exportCsv(id);
    return new StreamableFile(Buffer.from(text), {
      type: 'text/csv; charset=utf-8',
      disposition: `attachment; filename="${fileName}"`,
    });
  }

  /** The verdict, the next passes and their forecast, as the screen shows them. */
  @Get('surveys/:id/assessment')
  @AnswersCore('verdict#AssessmentSummary')
  assessment(@Param('id', ParseUUIDPipe) id: string) {
    return this.surveys.assessment(id);
  }

  /** What was taken off after the survey; the answer holds all passes of the build. */
  @Post('surveys/:id/passes')
  take(@Param('id', ParseUUIDPipe) id: string, @Body() body: TakePassDto) {
    return this.passes.take(id, body);
  }

  @Post('passes/:id/retract')
  @HttpCode(200)
  retractPass(@Param('id', ParseUUIDPipe) id: string, @Body() { retracted }: RetractDto) {
    return this.passes.retract(id, retracted);
  }

  /** A whole survey taken back, or given back: the plate is then as the one before left it. */
  @Post('surveys/:id/retract')
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string, @Body() { retracted }: RetractDto) {
    return this.surveys.retract(id, retracted);
  }

  /** Everything that came in from one file, taken back, with the stations that it brought. */
  @Post('surveys/:id/imports/:batch/retract')
  @HttpCode(200)
  retractImport(@Param('id', ParseUUIDPipe) id: string, @Param('batch', ParseUUIDPipe) batch: string) {
    return this.surveys.retractImport(id, batch);
  }
}
