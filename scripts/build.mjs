/** Builds the application where its sources are newer than the last build. */
import { buildWhenNeeded } from "./prepare.mjs";

buildWhenNeeded();
