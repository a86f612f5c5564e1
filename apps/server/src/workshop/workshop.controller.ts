import { Body, Controller, Get, Param, ParseUUIDPipe, Patch, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { AddPersonDto, ChangePersonDto, ChangeWorkshopDto } from './workshop.dto';
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
  change(@Body() body: ChangeWorkshopDto) {
    return this.workshop.change(body);
  }

  @Post('people')
  addPerson(@Body() body: AddPersonDto) {
    return this.workshop.addPerson(body.id, body.name);
  }

  /** How used to building the person is: newcomers are told more. */
  @Patch('people/:id')
  changePerson(@Param('id', ParseUUIDPipe) id: string, @Body() body: ChangePersonDto) {
    return this.workshop.changePerson(id, body.experience);
  }
}
