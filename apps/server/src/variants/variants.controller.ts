import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { VariantDto } from './variants.dto';
import { VariantsService } from './variants.service';

@ApiTags('variants')
@Controller('builds/:id/variants')
export class VariantsController {
  constructor(private readonly variants: VariantsService) {}

  @Get()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.variants.list(id);
  }

  @Put(':variantId')
  keep(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('variantId', ParseUUIDPipe) variantId: string,
    @Body() body: VariantDto,
  ) {
    return this.variants.keep(id, variantId, body);
  }

  @Post(':variantId/retract')
  @HttpCode(200)
  retract(@Param('id', ParseUUIDPipe) id: string, @Param('variantId', ParseUUIDPipe) variantId: string) {
    return this.variants.retract(id, variantId, true);
  }

  @Post(':variantId/restore')
  @HttpCode(200)
  restore(@Param('id', ParseUUIDPipe) id: string, @Param('variantId', ParseUUIDPipe) variantId: string) {
    return this.variants.retract(id, variantId, false);
  }
}
