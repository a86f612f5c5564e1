import { Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { streamBytes } from '../database/stream-bytes';
import { invalid, notFound } from '../http/problem';
import { insertOnce } from '../database/insert-once';
import { WoodPhoto } from './models/wood-photo.model';
import type { PhotoDto } from './wood.dto';
import { WoodService } from './wood.service';

/** A phone's picture fits; a camera's raw file does not [bytes]. */
export const PHOTO_LIMIT = 12 * 1024 * 1024;

export interface UploadedPhoto {
  buffer: Buffer;
  size: number;
}

@Injectable()
export class PhotosService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly wood: WoodService,
  ) {}

  async add(setId: string, { id, person, caption = '' }: PhotoDto, file: UploadedPhoto | undefined) {
    await this.wood.show(setId);
    if (!file) throw invalid([{ field: 'file', message: 'is missing: choose a picture' }]);
    const type = pictureType(file.buffer);
    if (!type) throw invalid([{ field: 'file', message: 'is not a JPEG, PNG or WebP picture' }]);
    const row = { id, setId, at: new Date(), person, caption, type, size: file.size, bytes: file.buffer };
    await insertOnce(WoodPhoto, row);
    return this.wood.show(setId);
  }

  async open(id: string) {
    const photo = await WoodPhoto.findByPk(id, { attributes: { exclude: ['bytes'] } });
    if (!photo) throw notFound('photo');
    const { type, size } = photo;
    return { type, size, stream: streamBytes(this.sequelize, { table: 'wood_photos', column: 'bytes', id, size }) };
  }
}

/** By what the file begins with, whatever its name says. */
function pictureType(bytes: Buffer): string | null {
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg';
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'image/png';
  if (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP') return 'image/webp';
  return null;
}
