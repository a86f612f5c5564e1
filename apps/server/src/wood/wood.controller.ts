import {
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  ParseBoolPipe,
  ParseEnumPipe,
  ParseUUIDPipe,
  Patch,
  Post,
  Query,
} from '@nestjs/common';
import { ApiQuery, ApiTags } from '@nestjs/swagger';
import {
  ChangeWoodSetDto,
  CreateWoodSetDto,
  FlexTestDto,
  KnockTestDto,
  StickKnockDto,
  TradeDto,
  WeighDto,
} from './wood.dto';
import { RecordKind, WoodService } from './wood.service';
import { PieceTrades } from './piece-trades.service';

@ApiTags('wood')
@Controller('wood-sets')
export class WoodController {
  constructor(
    private readonly wood: WoodService,
    private readonly trades: PieceTrades,
  ) {}

  @Get()
  @ApiQuery({ name: 'archived', required: false, type: Boolean })
  list(@Query('archived', new ParseBoolPipe({ optional: true })) archived?: boolean) {
    return this.wood.list(archived ?? false);
  }

  @Post()
  create(@Body() body: CreateWoodSetDto) {
    return this.wood.create(body);
  }

  @Get(':id')
  show(@Param('id', ParseUUIDPipe) id: string) {
    return this.wood.show(id);
  }

  @Patch(':id')
  change(@Param('id', ParseUUIDPipe) id: string, @Body() body: ChangeWoodSetDto) {
    return this.wood.change(id, body);
  }

  @Post(':id/archive')
  @HttpCode(200)
  archive(@Param('id', ParseUUIDPipe) id: string) {
    return this.wood.archive(id, true);
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string) {
    return this.wood.archive(id, false);
  }

  @Post(':id/weighings')
  weigh(@Param('id', ParseUUIDPipe) id: string, @Body() body: WeighDto) {
    return this.wood.weigh(id, body);
  }

  @Post(':id/flex-tests')
  flex(@Param('id', ParseUUIDPipe) id: string, @Body() body: FlexTestDto) {
    return this.wood.flex(id, body);
  }

  @Post(':id/knock-tests')
  knock(@Param('id', ParseUUIDPipe) id: string, @Body() body: KnockTestDto) {
    return this.wood.knock(id, body);
  }

  /** A billet of brace stock, held at its nodes: its lowest note. */
  @Post(':id/stick-knocks')
  knockStick(@Param('id', ParseUUIDPipe) id: string, @Body() body: StickKnockDto) {
    return this.wood.knockStick(id, body);
  }

  /** A piece for one of another set, so that both make better pairs; its weights and tests go along. */
  @Post(':id/trades')
  async trade(@Param('id', ParseUUIDPipe) id: string, @Body() body: TradeDto) {
    await this.trades.trade(id, body);
    return this.wood.show(id);
  }

  /** A wrong weighing or test no longer counts; it stays in the record. */
  @Post(':id/:kind/:recordId/retract')
  @HttpCode(200)
  retract(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('kind', new ParseEnumPipe(RecordKind)) kind: RecordKind,
    @Param('recordId', ParseUUIDPipe) recordId: string,
  ) {
    return this.wood.retract(id, kind, recordId, true);
  }

  @Post(':id/:kind/:recordId/restore')
  @HttpCode(200)
  unretract(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('kind', new ParseEnumPipe(RecordKind)) kind: RecordKind,
    @Param('recordId', ParseUUIDPipe) recordId: string,
  ) {
    return this.wood.retract(id, kind, recordId, false);
  }
}
