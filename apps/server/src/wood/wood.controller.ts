import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Patch, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ChangeWoodSetDto, CreateWoodSetDto, FlexTestDto, KnockTestDto, WeighDto } from './wood.dto';
import { WoodService } from './wood.service';

@ApiTags('wood')
@Controller('wood-sets')
export class WoodController {
  constructor(private readonly wood: WoodService) {}

  @Get()
  list() {
    return this.wood.list();
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
}
