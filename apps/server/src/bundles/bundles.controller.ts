import {
  Controller,
  Get,
  Param,
  ParseUUIDPipe,
  Post,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { findBuild } from '../build-records/find-build';
import { Build } from '../build-records/models/build.model';
import { invalid } from '../http/problem';
import { ForOwners } from '../http/who-may';
import { BundleInService } from './bundle-in.service';
import { BundleOutService } from './bundle-out.service';
import type { BundleReadView } from './bundle.view';

/** A life's work with its sounds [bytes]. */
const LIMIT = 8 * 2 ** 30;

@ApiTags('bundles')
@Controller()
export class BundlesController {
  constructor(
    private readonly out: BundleOutService,
    private readonly into: BundleInService,
  ) {}

  @Get('builds/:id/bundle')
  @ApiOperation({ summary: 'A build and all that is known of it as open files in a zip' })
  async one(@Param('id', ParseUUIDPipe) id: string) {
    const build = await findBuild(id);
    return this.answer([build], false, `no-${build.number}`);
  }

  @Get('bundle')
  @ApiOperation({ summary: 'All builds and the whole rack as open files in a zip' })
  async all() {
    return this.answer(await Build.findAll({ order: [['number', 'ASC']] }), true, 'bench');
  }

  @Post('bundles')
  @ForOwners()
  @ApiConsumes('multipart/form-data')
  @ApiOperation({ summary: 'Builds of a bundle onto this bench; those that are here already stay as they are' })
  @UseInterceptors(FileInterceptor('file', { dest: tmpdir(), limits: { fileSize: LIMIT, files: 1 } }))
  async read(@UploadedFile() file?: { path: string }): Promise<BundleReadView> {
    if (!file) throw invalid([{ field: 'file', message: 'is missing: choose a bundle' }]);
    try {
      return await this.into.read(file.path);
    } finally {
      await rm(file.path, { force: true });
    }
  }

  private answer(builds: Build[], all: boolean, name: string): StreamableFile {
    const day = new Date().toISOString().slice(0, 10);
    return new StreamableFile(this.out.zip(builds, all), {
      type: 'application/zip',
      disposition: `attachment; filename="nimble-spruce-${name}-${day}.zip"`,
    });
  }
}
