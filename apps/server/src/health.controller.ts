import { Controller, Get } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Sequelize } from 'sequelize-typescript';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly sequelize: Sequelize) {}

  @Get()
  async health(): Promise<{ status: 'ok' }> {
    await this.sequelize.authenticate();
    return { status: 'ok' };
  }
}
