import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { PlanDto, ShapingDto, ShapingOutcomeDto } from './bracing.dto';
import { BracingService } from './bracing.service';

@ApiTags('bracing')
@Controller('builds/:id')
export class BracingController {
  constructor(private readonly bracing: BracingService) {}

  @Get('plan')
  @ApiOperation({ summary: 'The plan of the braces; an empty one where nothing is drawn yet' })
  plan(@Param('id', ParseUUIDPipe) id: string) {
    return this.bracing.plan(id);
  }

  @Put('plan')
  keepPlan(@Param('id', ParseUUIDPipe) id: string, @Body() body: PlanDto) {
    return this.bracing.keepPlan(id, body);
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
