import { Body, Controller, Delete, Get, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { VerdictsService } from '../verdicts/verdicts.service';
import { SaveTemplateDto, SetTargetDto } from '../graduation/dto/target.dto';
import { AnswersCore } from '../http/of-core';
import { GraduationService } from '../graduation/graduation.service';

@ApiTags('graduation')
@Controller()
export class GraduationController {
  constructor(
    private readonly graduation: GraduationService,
    private readonly verdicts: VerdictsService,
  ) {}

  @Get('builds/:id/target')
  @AnswersCore('graduation#TargetSpec')
  show(@Param('id', ParseUUIDPipe) id: string) {
    return this.graduation.show(id);
  }

  @Put('builds/:id/target')
  @AnswersCore('graduation#TargetSpec')
  async set(@Param('id', ParseUUIDPipe) id: string, @Body() body: SetTargetDto) {
    const target = await this.graduation.set(id, body);
    await this.verdicts.markBuild(id);
    return target;
  }

  @Get('target-templates')
  templates() {
    return this.graduation.templates();
  }

  @Post('target-templates')
  save(@Body() body: SaveTemplateDto) {
    return this.graduation.saveTemplate(body);
  }

  @Delete('target-templates/:id')
  remove(@Param('id', ParseUUIDPipe) id: string) {
    return this.graduation.deleteTemplate(id);
  }
}
