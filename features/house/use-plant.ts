"use client";
import { useParams } from "next/navigation";
import { plantPath } from "./plant-path";

/** The plant of the page one is on, and addresses within it. */
export function usePlant(): { plant: string; to: (href: string) => string } {
  const { plant: encoded = "" } = useParams<{ plant?: string }>();
  const plant = decodeURIComponent(encoded);
  return { plant, to: (href) => plantPath(plant, href) };
}
