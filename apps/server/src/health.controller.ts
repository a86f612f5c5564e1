import { Controller, Get } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Sequelize } from 'sequelize-typescript';
import { HealthView } from './health.view';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly sequelize: Sequelize) {}

  @Get()
  async health(): Promise<HealthView> {
    await this.sequelize.authenticate();
    return { status: 'ok' };
  }
}
