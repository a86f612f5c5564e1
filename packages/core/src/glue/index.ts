/** Glue-up: order with reasons, sessions within the open time, pressure, the clock. */
export { GENERIC_GLUES, type Glue } from './generic-glues';
export {
  gluePlan,
  gluingOrder,
  PRESSES,
  USUAL_SETUP,
  type GluePiece,
  type GlueSession,
  type GlueSetup,
  type GlueStep,
  type Press,
} from './glue-plan';
export { alarmsBetween, glueClock, type GlueAlarm, type GlueClock, type GluePhase, type GlueTimes } from './glue-clock';
