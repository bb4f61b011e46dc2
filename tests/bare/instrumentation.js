/** Nothing is opened here; without this file the one of the real application would be found. */
export function register() {}
