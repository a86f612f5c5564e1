import { Body, Controller, Get, Header, Param, ParseUUIDPipe, Patch, Post, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { AddReadingsDto, ChangeSurveyDto, ImportReadingsDto, KeepForecastDto, StartSurveyDto } from './dto/survey.dto';
import { LedgerService } from './ledger.service';
import { SurveysService } from './surveys.service';

@ApiTags('surveys')
@Controller()
export class SurveysController {
  constructor(
    private readonly surveys: SurveysService,
    private readonly ledger: LedgerService,
  ) {}

  @Get('builds/:id/surveys')
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.surveys.list(id);
  }

  @Post('builds/:id/surveys')
  start(@Param('id', ParseUUIDPipe) id: string, @Body() body: StartSurveyDto) {
    return this.surveys.start(id, body);
  }

  @Get('builds/:id/forecasts')
  forecasts(@Param('id', ParseUUIDPipe) id: string) {
    return this.surveys.forecasts(id);
  }

  @Get('builds/:id/ledger')
  ledgerOf(@Param('id', ParseUUIDPipe) id: string) {
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
  assessment(@Param('id', ParseUUIDPipe) id: string) {
    return this.surveys.assessment(id);
  }

  @Post('surveys/:id/forecasts')
  keepForecast(@Param('id', ParseUUIDPipe) id: string, @Body() body: KeepForecastDto) {
    return this.surveys.keepForecast(id, body);
  }
}
