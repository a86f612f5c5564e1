import { ApiProperty, ApiResponse } from '@nestjs/swagger';

/** In the description of the API: this is the core's own type, `room#Type`. What is generated from it names the core. */
const CORE_TYPE = 'x-core';

type CoreType = `${string}#${string}`;

const schemaOf = (type: CoreType) => ({ type: 'object' as const, [CORE_TYPE]: type });

/** A field that is a document of the core. @param type as `bracing#BracePlan` */
export const OfCore = (type: CoreType): PropertyDecorator => ApiProperty(schemaOf(type) as object);

/** A field that is a list of them. */
export const ListOfCore = (type: CoreType): PropertyDecorator => ApiProperty({ type: 'array', items: schemaOf(type) });

/** An answer that is a document of the core. */
export const AnswersCore = (type: CoreType, status = 200): MethodDecorator =>
  ApiResponse({ status, schema: schemaOf(type) });

/** An answer that is a list of them. */
export const AnswersListOfCore = (type: CoreType, status = 200): MethodDecorator =>
  ApiResponse({ status, schema: { type: 'array', items: schemaOf(type) } });
