import {
  Body,
  Controller,
  Get,
  Param,
  ParseUUIDPipe,
  Post,
  Res,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { PHOTO_LIMIT, PhotosService, type UploadedPhoto } from './photos.service';
import { PhotoDto } from './wood.dto';

@ApiTags('wood')
@Controller()
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Post('wood-sets/:id/photos')
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: PHOTO_LIMIT, files: 1 } }))
  add(@Param('id', ParseUUIDPipe) id: string, @Body() body: PhotoDto, @UploadedFile() file?: UploadedPhoto) {
    return this.photos.add(id, body, file);
  }

  @Get('wood-photos/:id')
  async show(@Param('id', ParseUUIDPipe) id: string, @Res({ passthrough: true }) response: Response) {
    const { stream, type, size } = await this.photos.open(id);
    // A photo never changes under its id.
    response.setHeader('cache-control', 'private, max-age=31536000, immutable');
    return new StreamableFile(stream, { type, length: size });
  }
}
