import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { arcOfRadius, arcOfRise, battenDeviation } from '@nimble/core/arch';
import { barModes } from '@nimble/core/bar';
import { equilibriumMoisture } from '@nimble/core/moisture';
import { identifyPlate, testFlex } from '@nimble/core/wood';
import { sectionFigures } from '@nimble/core/section';
import { invalid, refusing } from '../http/problem';
import { TopSolver } from './top';
import { TopDto } from './top.dto';
import {
  ArcAnswerView,
  BarAnswerView,
  FlexAnswerView,
  MoistureAnswerView,
  PlateAnswerView,
  SectionAnswerView,
  TopAnswerView,
} from './compute.view';
import { ArcDto, BarDto, FlexDto, MoistureDto, PlateIdentifyDto, SectionDto } from './compute.dto';

/** The public computing API: nothing is stored. SI throughout; a field that can't be right is named in a 400. */
@ApiTags('compute')
@Controller('compute')
export class ComputeController {
  constructor(private readonly tops: TopSolver) {}

  @Post('flex')
  @HttpCode(200)
  @ApiOperation({ summary: 'Stiffness and modulus from a three-point flex with several loads' })
  flex(@Body() body: FlexDto): FlexAnswerView {
    const { stiffness, modulus, intercept, rSquared, limitedBy, warnings } = refusing('', () => testFlex(body));
    return { stiffness, modulus, intercept, rSquared, limitedBy, warnings };
  }

  @Post('plate-identify')
  @HttpCode(200)
  @ApiOperation({ summary: 'Elastic constants of a free rectangular plate from its notes' })
  plateIdentify(@Body() { partials, ...plate }: PlateIdentifyDto): PlateAnswerView {
    const found = refusing('', () => identifyPlate({ ...plate, ...partials }));
    const { density, modulusAlong, modulusAcross, shearModulus, residuals, warnings } = found;
    return { density, modulusAlong, modulusAcross, shearModulus, residuals, warnings };
  }

  @Post('moisture')
  @HttpCode(200)
  @ApiOperation({ summary: 'Moisture content that wood comes to in still air' })
  moisture(@Body() { temperatureC, relativeHumidity }: MoistureDto): MoistureAnswerView {
    return { equilibriumMoistureContent: refusing('', () => equilibriumMoisture(temperatureC, relativeHumidity)) };
  }

  @Post('section')
  @HttpCode(200)
  @ApiOperation({ summary: 'Area, centroid and second moments of a brace section' })
  section(@Body() body: SectionDto): SectionAnswerView {
    return refusing('', () => sectionFigures(body));
  }

  @Post('arc')
  @HttpCode(200)
  @ApiOperation({ summary: 'Radius and rise of an arc, and how far a bent batten lies from it' })
  arc(@Body() { span, rise, radius }: ArcDto): ArcAnswerView {
    if ((rise === undefined) === (radius === undefined))
      throw invalid([{ field: 'rise', message: 'is needed, or the radius: one of the two' }]);
    return refusing('', () => {
      const arc = rise === undefined ? arcOfRadius(span, radius!) : arcOfRise(span, rise);
      return { radius: arc.radius, rise: arc.rise, battenDeviation: battenDeviation(arc) };
    });
  }

  @Post('bar')
  @HttpCode(200)
  @ApiOperation({ summary: 'Partials of a bar, and what wood taken off at each station does to them' })
  bar(@Body() { count, ...bar }: BarDto): BarAnswerView {
    const { modes, mass, theory, shear, shearModulus } = refusing('', () => barModes(bar, count));
    return {
      frequencies: modes.map(({ frequency }) => frequency),
      sensitivities: modes.map(({ sensitivity }) => [...sensitivity]),
      mass,
      theory,
      shear,
      shearModulus,
    };
  }

  @Post('top')
  @HttpCode(200)
  @ApiOperation({ summary: 'Modes and deflections of a whole top with its braces, by finite elements' })
  top(@Body() body: TopDto): Promise<TopAnswerView> {
    return this.tops.solve(body);
  }
}
