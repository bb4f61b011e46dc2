/**
 * Jest's runner in plain Node, with a channel of its own for each file of tests. The runner's own is one for all its processes: when one of them asks what it needs to know,
 * another that has only just begun is told too early, is forgotten, and waits for ever.
 */
import { createRunner } from "jest-light-runner";

const Runner = createRunner({ runtime: "child_process" });

export default class TestRunner extends Runner {
  constructor(globalConfig, ...rest) {
    super(globalConfig, ...rest);
    this._testRunners = new Pools(globalConfig);
  }
}

/** The processes of each project, and how a file of tests is run in one of them. */
class Pools extends Map {
  constructor(globalConfig) {
    super();
    this.globalConfig = globalConfig;
  }

  set(projectConfig, given) {
    const { pool } = given;
    const { globalConfig } = this;
    // One worker alone works in this very process, which knows everything.
    if (globalConfig.maxWorkers === 1) return super.set(projectConfig, given);
    const workerData = { globalConfig, projectConfig, runtime: "child_process" };
    return super.set(projectConfig, {
      pool,
      run: (test) => pool.run(test.path, { channel: channel(workerData) }),
    });
  }
}

/** Answers the process that runs a file of tests, as often as it asks. */
function channel(workerData) {
  let tell;
  return {
    onMessage: (listener) => (tell = listener),
    postMessage: (message) => {
      if (message === "jest-light-runner-get-worker-data")
        tell({ type: "jest-light-runner-worker-data", workerData });
    },
  };
}
