export class HealthView {
  status: 'ok';
}
