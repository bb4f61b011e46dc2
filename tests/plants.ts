/** Each worker of the browser tests has a demo plant of its own: application, database and stand-ins. None shares a drive. */
export interface WorkersPlant {
  port: number;
  cabinetPort: number;
  folder: string;
  /** By how much the stand-ins' ports are moved. */
  shift: number;
}

export const WORKERS = 2;

/** The plant of a worker, counted from 0. */
export function plantOf(worker: number): WorkersPlant {
  return {
    port: 4390 + 10 * worker,
    cabinetPort: 4391 + 10 * worker,
    folder: `data/browser-tests-${worker}`,
    shift: 1000 * (worker + 1),
  };
}
