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
  Res,
} from '@nestjs/common';
import { ApiHeader, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { BasedOn, tellRevision } from '../http/revision';
import { VerdictsService } from '../verdicts/verdicts.service';
import { buildView } from '../build-records/build.mapper';
import { BuildsService } from './builds.service';
import { AddNoteDto, ChangeBuildDto, CreateBuildDto, DuplicateBuildDto } from './dto/build.dto';

/** What the verdict on its thickness rests on; a name or a stage changes none. */
const ASSESSED: readonly (keyof ChangeBuildDto)[] = [
  'outline',
  'holes',
  'stations',
  'wood',
  'tool',
  'units',
  'choices',
  'family',
  'construction',
  'plate',
  'leftHanded',
  'scaleLength',
];
/** What may end its teaching others. */
const TAUGHT: readonly (keyof ChangeBuildDto)[] = ['choices', 'family', 'construction', 'plate'];

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
  async show(@Param('id', ParseUUIDPipe) id: string, @Res({ passthrough: true }) response: Response) {
    const build = await this.builds.show(id);
    tellRevision(response, build.revision);
    return build;
  }

  /** A changed plate, wood, tool or unit changes what the newest survey says. */
  @Patch(':id')
  @ApiHeader({ name: 'If-Match', required: false, description: 'The revision (ETag) that the change was made upon' })
  async change(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangeBuildDto,
    @BasedOn() basedOn: number | null,
    @Res({ passthrough: true }) response: Response,
  ) {
    const build = await this.builds.change(id, body, basedOn);
    if (ASSESSED.some((field) => body[field] !== undefined))
      await this.verdicts.markBuild(id, { teaches: TAUGHT.some((field) => body[field] !== undefined) });
    tellRevision(response, build.revision);
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
