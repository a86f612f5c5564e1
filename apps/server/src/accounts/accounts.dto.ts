import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsOptional, IsString, Length } from 'class-validator';
import { ROLES, type Role } from './account.model';

const Trimmed = () => Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value));

const LEAST_PASSWORD = 8;
const Password = () => Length(LEAST_PASSWORD, 200, { message: `must have at least ${LEAST_PASSWORD} characters` });

export class SignInDto {
  @Trimmed() @IsString() @Length(1, 80) name: string;
  @IsString() @Length(1, 200) password: string;
  /** The shop's own tablet: whoever stands at it says by name who he is. */
  @IsOptional() @IsBoolean() shared?: boolean;
}

export class FirstAccountDto {
  @Trimmed() @IsString() @Length(1, 80, { message: 'must be given' }) name: string;
  @IsString() @Password() password: string;
}

export class InviteDto {
  @IsIn(ROLES) role: Role;
  /** Whom it is for: a name of the workshop or a new one; left out, whoever takes it up says it. */
  @IsOptional() @Trimmed() @IsString() @Length(1, 80) name?: string;
}

export class TakeUpDto {
  @IsOptional() @Trimmed() @IsString() @Length(1, 80) name?: string;
  @IsString() @Password() password: string;
  @IsOptional() @IsBoolean() shared?: boolean;
}

export class ChangePasswordDto {
  @IsString() @Length(1, 200) password: string;
  @IsString() @Password() next: string;
}
