import { Controller, Get } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { DEMO_PIECES } from './demo/demo-pieces';
import { OpenToAll } from './http/who-may';
import { HealthView } from './health.view';
import { Bench } from './workshop/bench.model';

/** Whoever reaches this machine may ask whether it is up, and which bench it is. */
@ApiTags('health')
@OpenToAll()
@Controller('health')
export class HealthController {
  @Get()
  async health(): Promise<HealthView> {
    const { id: bench, demoLeft } = await Bench.theOne();
    const of = DEMO_PIECES.length;
    return { status: 'ok', bench, demo: demoLeft && { done: of - demoLeft.length, of } };
  }
}
