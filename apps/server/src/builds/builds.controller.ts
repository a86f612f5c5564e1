import {
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  ParseBoolPipe,
  ParseUUIDPipe,
  Patch,
  Post,
  Query,
} from '@nestjs/common';
import { ApiQuery, ApiTags } from '@nestjs/swagger';
import { VerdictsService } from '../verdicts/verdicts.service';
import { buildView } from './build.mapper';
import { BuildsService } from './builds.service';
import { AddNoteDto, ChangeBuildDto, CreateBuildDto, DuplicateBuildDto } from './dto/build.dto';

@ApiTags('builds')
@Controller('builds')
export class BuildsController {
  constructor(
    private readonly builds: BuildsService,
    private readonly verdicts: VerdictsService,
  ) {}

  @Get()
  @ApiQuery({ name: 'archived', required: false, type: Boolean })
  async list(@Query('archived', new ParseBoolPipe({ optional: true })) archived?: boolean) {
    await this.verdicts.refresh();
    return this.builds.list(archived ?? false);
  }

  @Post()
  create(@Body() body: CreateBuildDto) {
    return this.builds.create(body);
  }

  @Get(':id')
  show(@Param('id', ParseUUIDPipe) id: string) {
    return this.builds.show(id);
  }

  /** A changed plate, wood, tool or unit changes what the newest survey says. */
  @Patch(':id')
  async change(@Param('id', ParseUUIDPipe) id: string, @Body() body: ChangeBuildDto) {
    const build = await this.builds.change(id, body);
    await this.verdicts.markBuild(id);
    return buildView(build);
  }

  @Post(':id/duplicate')
  duplicate(@Param('id', ParseUUIDPipe) id: string, @Body() body: DuplicateBuildDto) {
    return this.builds.duplicate(id, body);
  }

  @Post(':id/archive')
  @HttpCode(200)
  archive(@Param('id', ParseUUIDPipe) id: string) {
    return this.builds.archive(id, true);
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string) {
    return this.builds.archive(id, false);
  }

  @Get(':id/notes')
  notes(@Param('id', ParseUUIDPipe) id: string) {
    return this.builds.notes(id);
  }

  @Post(':id/notes')
  addNote(@Param('id', ParseUUIDPipe) id: string, @Body() body: AddNoteDto) {
    return this.builds.addNote(id, body);
  }
}
