import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { CreateJigDto, FeelCheckDto, FlexCheckDto, KnockCheckDto } from './flex.dto';
import { FlexService } from './flex.service';

@ApiTags('flex')
@Controller()
export class FlexController {
  constructor(private readonly flex: FlexService) {}

  @Get('jigs')
  jigs() {
    return this.flex.jigs();
  }

  @Post('jigs')
  createJig(@Body() body: CreateJigDto) {
    return this.flex.createJig(body);
  }

  @Post('jigs/:id/archive')
  @HttpCode(200)
  archiveJig(@Param('id', ParseUUIDPipe) id: string) {
    return this.flex.archiveJig(id, true);
  }

  @Post('jigs/:id/restore')
  @HttpCode(200)
  restoreJig(@Param('id', ParseUUIDPipe) id: string) {
    return this.flex.archiveJig(id, false);
  }

  /** Of every build, the newest flex on each jig, the newest notes and marks. */
  @Get('checks')
  newest() {
    return this.flex.newestOfAll();
  }

  @Get('feel')
  feel() {
    return this.flex.feel();
  }

  @Get('builds/:id/checks')
  checks(@Param('id', ParseUUIDPipe) id: string) {
    return this.flex.checks(id);
  }

  @Post('builds/:id/flex-checks')
  addFlex(@Param('id', ParseUUIDPipe) id: string, @Body() body: FlexCheckDto) {
    return this.flex.addFlex(id, body);
  }

  @Post('builds/:id/knock-checks')
  addKnock(@Param('id', ParseUUIDPipe) id: string, @Body() body: KnockCheckDto) {
    return this.flex.addKnock(id, body);
  }

  /** A mark of the hands alone, without loads. */
  @Post('builds/:id/feel-checks')
  addFeel(@Param('id', ParseUUIDPipe) id: string, @Body() body: FeelCheckDto) {
    return this.flex.addFeel(id, body);
  }

  @Post('builds/:id/checks/:checkId/retract')
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string, @Param('checkId', ParseUUIDPipe) checkId: string) {
    return this.flex.retract(id, checkId, true);
  }

  @Post('builds/:id/checks/:checkId/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string, @Param('checkId', ParseUUIDPipe) checkId: string) {
    return this.flex.retract(id, checkId, false);
  }
}
