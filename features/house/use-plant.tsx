"use client";
import { createContext, useContext, useMemo, type ReactNode } from "react";
import { plantPath } from "./plant-path";

interface PlantHere {
  plant: string;
  /** An address within it. */
  to: (href: string) => string;
}

const within = (plant: string): PlantHere => ({ plant, to: (href) => plantPath(plant, href) });

const Here = createContext(within(""));

/** Tells the pages of a plant which one it is. The router says it too, but anew with each address, and has everything that links to somewhere drawn again. */
export function PlantProvider({ plant, children }: { plant: string; children: ReactNode }) {
  const here = useMemo(() => within(plant), [plant]);
  return <Here value={here}>{children}</Here>;
}

/** The plant of the page one is on, and addresses within it. */
export const usePlant = (): PlantHere => useContext(Here);
