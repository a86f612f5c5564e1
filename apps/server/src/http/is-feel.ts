import { applyDecorators } from '@nestjs/common';
import { IsInt, Max, Min } from 'class-validator';

/** A mark of the hands. */
export const IsFeel = () => applyDecorators(IsInt(), Min(1), Max(9, { message: 'runs from 1, soft, to 9, stiff' }));
