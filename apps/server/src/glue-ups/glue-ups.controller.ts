import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { GlueUpDto } from './glue-ups.dto';
import { GlueUpsService } from './glue-ups.service';

@ApiTags('glue-ups')
@Controller('builds/:id/glue-ups')
export class GlueUpsController {
  constructor(private readonly glueUps: GlueUpsService) {}

  @Get()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.glueUps.list(id);
  }

  @Put(':glueUpId')
  keep(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('glueUpId', ParseUUIDPipe) glueUpId: string,
    @Body() body: GlueUpDto,
  ) {
    return this.glueUps.keep(id, glueUpId, body);
  }

  @Post(':glueUpId/retract')
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string, @Param('glueUpId', ParseUUIDPipe) glueUpId: string) {
    return this.glueUps.retract(id, glueUpId, true);
  }

  @Post(':glueUpId/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string, @Param('glueUpId', ParseUUIDPipe) glueUpId: string) {
    return this.glueUps.retract(id, glueUpId, false);
  }
}
