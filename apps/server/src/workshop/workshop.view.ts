import type { Experience } from '@nimble/core/bracing';
import type { ThicknessBand } from '@nimble/core/graduation';
import type { Glue } from '@nimble/core/glue';
import { ListOfCore } from '../http/of-core';

export class PersonView {
  id: string;
  name: string;
  role: string;
  /** How used to building the person is: newcomers are told more. */
  experience: Experience;
}

export class WorkshopView {
  name: string;
  demo: boolean;
  people: PersonView[];
  @ListOfCore('glue#Glue') glues: Glue[];
  /** Written over the shipped ones. */
  @ListOfCore('graduation#ThicknessBand') bands: ThicknessBand[];
}
