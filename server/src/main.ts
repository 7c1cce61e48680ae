import cluster from 'node:cluster';
import { readEnvironment } from './environment.ts';
import { keepServing } from './keepServing.ts';
import { serve } from './serve.ts';

const environment = readEnvironment(process.env);
const sayAddress = (port: number) =>
  void process.stdout.write(`Neat Sill is at http://${environment.HOST}:${port}\n`);

if (cluster.isWorker) await serve(environment, () => undefined);
else if (environment.SERVER_PROCESSES === 1) await serve(environment, sayAddress);
else keepServing(environment.SERVER_PROCESSES, sayAddress);
