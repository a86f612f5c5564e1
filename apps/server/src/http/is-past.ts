import { applyDecorators } from '@nestjs/common';
import { Transform } from 'class-transformer';
import { IsDateString, ValidateBy } from 'class-validator';
import { inServerTime } from './device-clock';

const DAY_MS = 86_400_000;

/** A device's clock may be fast: what it calls later than now is of now. */
export function notLater(value: unknown, now = Date.now()): unknown {
  const at = typeof value === 'string' ? Date.parse(value) : NaN;
  return at > now && at <= now + DAY_MS ? new Date(now).toISOString() : value;
}

/** When something was done: by the device's clock when it comes, by the server's when it is kept. More than a day ahead it is refused. */
export const IsPast = (): PropertyDecorator =>
  applyDecorators(
    Transform(({ value }: { value: unknown }) => notLater(inServerTime(value))),
    IsDateString(),
    ValidateBy({
      name: 'isPast',
      validator: {
        validate: (value: unknown) => typeof value !== 'string' || !(Date.parse(value) > Date.now() + DAY_MS),
        defaultMessage: () => 'lies in the future: look at the clock of this device',
      },
    }),
  );
