import { Body, Controller, Get, Patch, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { AddPersonDto, RenameWorkshopDto } from './workshop.dto';
import { WorkshopService } from './workshop.service';

@ApiTags('workshop')
@Controller('workshop')
export class WorkshopController {
  constructor(private readonly workshop: WorkshopService) {}

  @Get()
  show() {
    return this.workshop.show();
  }

  @Patch()
  rename(@Body() body: RenameWorkshopDto) {
    return this.workshop.rename(body.name);
  }

  @Post('people')
  addPerson(@Body() body: AddPersonDto) {
    return this.workshop.addPerson(body.id, body.name);
  }
}
