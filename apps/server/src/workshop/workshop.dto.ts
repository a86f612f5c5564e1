import { IsString, IsUUID, Length } from 'class-validator';

export class RenameWorkshopDto {
  @IsString() @Length(1, 80) name: string;
}

export class AddPersonDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 80) name: string;
}
