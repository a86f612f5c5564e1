import { Body, Controller, HttpCode, Post, UploadedFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { STANDARD_A4 } from '@nimble/core/sound';
import { invalid } from '../http/problem';
import { SoundUpload, type UploadedSound } from '../http/sound-upload';
import { KnockAnswerView, PlayedAnswerView } from './compute.view';
import { Hearing } from './hearing';
import { KnockOptionsDto, PlayedOptionsDto } from './sound.dto';

const fileBody = (properties: Record<string, object>) =>
  ApiBody({
    schema: {
      type: 'object',
      required: ['file'],
      properties: { file: { type: 'string', format: 'binary' }, ...properties },
    },
  });

/** Sounds heard, nothing stored. */
@ApiTags('compute')
@Controller('compute')
export class SoundController {
  constructor(private readonly hearing: Hearing) {}

  @Post('knock')
  @HttpCode(200)
  @ApiOperation({ summary: 'Partials, ring time and rattle of a recording of knocks (WAV)' })
  @ApiConsumes('multipart/form-data')
  @fileBody({ a4: { type: 'number', example: 440 } })
  @SoundUpload()
  async knock(
    @Body() { a4 = STANDARD_A4 }: KnockOptionsDto,
    @UploadedFile() file?: UploadedSound,
  ): Promise<KnockAnswerView> {
    const { sampleRate, onsets, partials, ringTime, rattle, warnings } = await this.hearing.knock(pathOf(file), { a4 });
    return {
      sampleRate,
      onsets,
      partials: partials.map(({ frequency, frequencySd, q, level, polarity, note, octave, cents, ring, heard }) => ({
        frequency,
        frequencySd,
        q,
        level,
        polarity,
        note,
        octave,
        cents,
        ringTime: ring,
        heard,
      })),
      ringTime,
      rattle,
      warnings,
    };
  }

  @Post('played')
  @HttpCode(200)
  @ApiOperation({ summary: 'Peaks, valleys and background of a played instrument (WAV)' })
  @ApiConsumes('multipart/form-data')
  @fileBody({ lowest: { type: 'number', example: 82.4 }, highest: { type: 'number', example: 880 } })
  @SoundUpload()
  async played(
    @Body() { lowest, highest, a4 }: PlayedOptionsDto,
    @UploadedFile() file?: UploadedSound,
  ): Promise<PlayedAnswerView> {
    const range = { lowest, highest, a4 };
    const { peaks, valleys, curve, background, evenness, warnings } = await this.hearing.played(pathOf(file), range);
    return {
      peaks,
      valleys: valleys.map(({ note, ...valley }) => ({ ...valley, note: `${note.note}${note.octave}` })),
      curve,
      background,
      evenness,
      warnings,
    };
  }
}

function pathOf(file: UploadedSound | undefined): string {
  if (!file) throw invalid([{ field: 'file', message: 'is missing: send a WAV' }]);
  return file.path;
}
