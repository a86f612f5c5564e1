import { Controller, Get, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { readFile } from 'node:fs/promises';
import { notFound } from '../http/problem';
import { OpenToAll } from '../http/who-may';
import { Settings } from '../settings/settings';
import { ShopAddressView } from './accounts.view';

/** How other devices of the shop find this bench and come to trust it. */
@ApiTags('accounts')
@Controller('shop')
export class ShopController {
  constructor(private readonly settings: Settings) {}

  @Get()
  show(): ShopAddressView {
    const { shopAddresses, TLS_AUTHORITY } = this.settings;
    return { addresses: shopAddresses, ownCertificate: TLS_AUTHORITY !== undefined };
  }

  /** Public by its nature: a device that has it trusts this bench's certificate. */
  @Get('certificate')
  @OpenToAll()
  @ApiOkResponse({ content: { 'application/x-x509-ca-cert': {} } })
  async certificate(@Res() response: Response): Promise<void> {
    const { TLS_AUTHORITY: file } = this.settings;
    if (!file) throw notFound('certificate of its own');
    const bytes = await readFile(file);
    response
      .type('application/x-x509-ca-cert')
      .setHeader('content-disposition', 'attachment; filename="nimble-spruce.crt"')
      .send(bytes);
  }
}
