import { Controller, Get } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { DEMO_PIECES } from './demo/demo-pieces';
import { HealthView } from './health.view';
import { Bench } from './workshop/bench.model';

@ApiTags('health')
@Controller('health')
export class HealthController {
  @Get()
  async health(): Promise<HealthView> {
    const { id: bench, demoLeft } = await Bench.theOne();
    const of = DEMO_PIECES.length;
    return { status: 'ok', bench, demo: demoLeft && { done: of - demoLeft.length, of } };
  }
}
