/**
 * Sounds that are sent: onto the disk as they come in, heard from there, gone when they are answered. None stands in
 * memory whole.
 */
import {
  Injectable,
  UseInterceptors,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { Request } from 'express';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { finalize, type Observable } from 'rxjs';

/** Three minutes of 192 kHz stereo float would be more; a played recording at 96 kHz, 24 bit, stereo fits [bytes]. */
const SOUND_LIMIT = 110 * 1024 * 1024;

export interface UploadedSound {
  path: string;
  size: number;
}

/** Also when a field beside it is refused. */
@Injectable()
class RemoveAfterwards implements NestInterceptor {
  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const { file } = context.switchToHttp().getRequest<Request>() as { file?: UploadedSound };
    return next.handle().pipe(finalize(() => file && void rm(file.path, { force: true })));
  }
}

export const SoundUpload = () =>
  UseInterceptors(
    FileInterceptor('file', { dest: tmpdir(), limits: { fileSize: SOUND_LIMIT, files: 1 } }),
    RemoveAfterwards,
  );
