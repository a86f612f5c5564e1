import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Res } from '@nestjs/common';
import { ApiHeader, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { AnswersCore } from '../http/of-core';
import { BasedOn, tellRevision } from '../http/revision';
import { PlanDto, ShapingDto, ShapingOutcomeDto } from './bracing.dto';
import { BracingService, type PlanAtRevision } from './bracing.service';

@ApiTags('bracing')
@Controller('builds/:id')
export class BracingController {
  constructor(private readonly bracing: BracingService) {}

  @Get('plan')
  @AnswersCore('bracing#BracingPlan')
  @ApiOperation({ summary: 'The plan of the braces; an empty one where nothing is drawn yet' })
  async plan(@Param('id', ParseUUIDPipe) id: string, @Res({ passthrough: true }) response: Response) {
    return told(response, await this.bracing.plan(id));
  }

  @Put('plan')
  @AnswersCore('bracing#BracingPlan')
  @ApiHeader({ name: 'If-Match', required: false, description: 'The revision (ETag) that the plan was drawn upon' })
  async keepPlan(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: PlanDto,
    @BasedOn() basedOn: number | null,
    @Res({ passthrough: true }) response: Response,
  ) {
    return told(response, await this.bracing.keepPlan(id, body, basedOn));
  }

  @Get('shapings')
  shapings(@Param('id', ParseUUIDPipe) id: string) {
    return this.bracing.shapings(id);
  }

  @Post('shapings')
  addShaping(@Param('id', ParseUUIDPipe) id: string, @Body() body: ShapingDto) {
    return this.bracing.addShaping(id, body);
  }

  @Put('shapings/:stepId/outcome')
  addOutcome(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('stepId', ParseUUIDPipe) stepId: string,
    @Body() body: ShapingOutcomeDto,
  ) {
    return this.bracing.addOutcome(id, stepId, body);
  }

  @Post('shapings/:stepId/retract')
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string, @Param('stepId', ParseUUIDPipe) stepId: string) {
    return this.bracing.retract(id, stepId, true);
  }

  @Post('shapings/:stepId/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string, @Param('stepId', ParseUUIDPipe) stepId: string) {
    return this.bracing.retract(id, stepId, false);
  }
}

function told(response: Response, { plan, revision }: PlanAtRevision) {
  tellRevision(response, revision);
  return plan;
}
