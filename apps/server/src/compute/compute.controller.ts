import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { equilibriumMoisture, identifyPlate, testFlex } from '@nimble/core';
import { refusing } from '../problem';
import { FlexDto, MoistureDto, PlateIdentifyDto } from './compute.dto';

/** The public computing API: nothing is stored. SI throughout; a field that can't be right is named in a 400. */
@ApiTags('compute')
@Controller('compute')
export class ComputeController {
  @Post('flex')
  @HttpCode(200)
  @ApiOperation({ summary: 'Stiffness and modulus from a three-point flex with several loads' })
  flex(@Body() body: FlexDto) {
    const { stiffness, modulus, intercept, rSquared, limitedBy, warnings } = refusing('', () => testFlex(body));
    return { stiffness, modulus, intercept, rSquared, limitedBy, warnings };
  }

  @Post('plate-identify')
  @HttpCode(200)
  @ApiOperation({ summary: 'Elastic constants of a free rectangular plate from its notes' })
  plateIdentify(@Body() { partials, ...plate }: PlateIdentifyDto) {
    const found = refusing('', () => identifyPlate({ ...plate, ...partials }));
    const { density, modulusAlong, modulusAcross, shearModulus, residuals, warnings } = found;
    return { density, modulusAlong, modulusAcross, shearModulus, residuals, warnings };
  }

  @Post('moisture')
  @HttpCode(200)
  @ApiOperation({ summary: 'Moisture content that wood comes to in still air' })
  moisture(@Body() { temperatureC, relativeHumidity }: MoistureDto) {
    return { equilibriumMoistureContent: refusing('', () => equilibriumMoisture(temperatureC, relativeHumidity)) };
  }
}
