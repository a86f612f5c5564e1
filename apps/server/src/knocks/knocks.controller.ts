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
} from '@nestjs/common';
import { ApiConsumes, ApiExtraModels, ApiTags } from '@nestjs/swagger';
import { SoundUpload, type UploadedSound } from '../http/sound-upload';
import { AnswersSound, AnswersSounds, KnockView, PlayedView } from './knock.view';
import { HearAgainDto, KnockDto, PlayedDto } from './knocks.dto';
import { KnocksService } from './knocks.service';

/** What was heard of a build's plate, place by place, and of the finished instrument. */
@ApiTags('knocks')
@ApiExtraModels(KnockView, PlayedView)
@Controller()
export class KnocksController {
  constructor(private readonly knocks: KnocksService) {}

  @Get('builds/:id/knocks')
  @AnswersSounds()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.knocks.list(id);
  }

  @Post('builds/:id/knocks')
  @AnswersSound(201)
  @ApiConsumes('multipart/form-data')
  @SoundUpload()
  add(@Param('id', ParseUUIDPipe) id: string, @Body() body: KnockDto, @UploadedFile() file?: UploadedSound) {
    return this.knocks.add(id, body, file);
  }

  @Post('builds/:id/played')
  @AnswersSound(201)
  @ApiConsumes('multipart/form-data')
  @SoundUpload()
  addPlayed(@Param('id', ParseUUIDPipe) id: string, @Body() body: PlayedDto, @UploadedFile() file?: UploadedSound) {
    return this.knocks.addPlayed(id, body, file);
  }

  @Post('knocks/:id/hear-again')
  @AnswersSound()
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
  @AnswersSound()
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string) {
    return this.knocks.retract(id, true);
  }

  @Post('knocks/:id/restore')
  @AnswersSound()
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string) {
    return this.knocks.retract(id, false);
  }
}
