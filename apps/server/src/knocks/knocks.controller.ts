import {
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiConsumes, ApiTags } from '@nestjs/swagger';
import { SOUND_LIMIT } from '../compute/sound.controller';
import { HearAgainDto, KnockDto, PlayedDto } from './knocks.dto';
import { KnocksService, type UploadedSound } from './knocks.service';

const Upload = () => UseInterceptors(FileInterceptor('file', { limits: { fileSize: SOUND_LIMIT, files: 1 } }));

/** What was heard of a build's plate, place by place, and of the finished instrument. */
@ApiTags('knocks')
@Controller()
export class KnocksController {
  constructor(private readonly knocks: KnocksService) {}

  @Get('builds/:id/knocks')
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.knocks.list(id);
  }

  @Post('builds/:id/knocks')
  @ApiConsumes('multipart/form-data')
  @Upload()
  add(@Param('id', ParseUUIDPipe) id: string, @Body() body: KnockDto, @UploadedFile() file?: UploadedSound) {
    return this.knocks.add(id, body, file);
  }

  @Post('builds/:id/played')
  @ApiConsumes('multipart/form-data')
  @Upload()
  addPlayed(@Param('id', ParseUUIDPipe) id: string, @Body() body: PlayedDto, @UploadedFile() file?: UploadedSound) {
    return this.knocks.addPlayed(id, body, file);
  }

  @Post('knocks/:id/hear-again')
  @HttpCode(200)
  hearAgain(@Param('id', ParseUUIDPipe) id: string, @Body() { from }: HearAgainDto) {
    return this.knocks.hearAgain(id, from);
  }

  @Get('knocks/:id/sound')
  async sound(@Param('id', ParseUUIDPipe) id: string) {
    const { stream, size, name } = await this.knocks.open(id);
    return new StreamableFile(stream, {
      type: 'audio/wav',
      length: size,
      disposition: `attachment; filename="${name}"`,
    });
  }

  @Post('knocks/:id/retract')
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string) {
    return this.knocks.retract(id, true);
  }

  @Post('knocks/:id/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string) {
    return this.knocks.retract(id, false);
  }
}
