"use client";
import { useEffect, useRef } from "react";
import { day } from "@/ui/when";

/** A value as steps in time: it holds until it is another one. The list beside it says the same in words. */
export function StepChart({ points }: { points: ReadonlyArray<{ at: number; figure: number }> }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const place = canvas.current;
    if (!place) return;
    let gone = false;
    let destroy: (() => void) | undefined;
    // Only who looks at a leaf pays for the charts.
    void import("chart.js/auto").then(({ default: Chart }) => {
      if (gone) return;
      // A canvas knows no names of colours: they are asked for as they come out, by day or by night.
      const colour = (name: string): string => {
        place.style.color = `var(${name})`;
        return getComputedStyle(place).color;
      };
      const [ink, soft, hairline] = [colour("--copper"), colour("--soft"), colour("--hairline")];
      const last = points.at(-1)!;
      const chart = new Chart(place, {
        type: "line",
        data: {
          datasets: [
            {
              data: [...points, { ...last, at: Date.now() }].map(({ at, figure }) => ({ x: at, y: figure })),
              stepped: true,
              borderColor: ink,
              borderWidth: 1.5,
              pointRadius: points.map(() => 2.5).concat(0),
              pointBackgroundColor: ink,
            },
          ],
        },
        options: {
          animation: false,
          responsive: true,
          maintainAspectRatio: false,
          plugins: { legend: { display: false }, tooltip: { enabled: false } },
          scales: {
            x: {
              type: "linear",
              min: points[0]!.at,
              max: Date.now(),
              ticks: { color: soft, maxTicksLimit: 4, maxRotation: 0, callback: (at) => day(Number(at)) },
              grid: { display: false },
              border: { color: hairline },
            },
            y: {
              ticks: { color: soft, maxTicksLimit: 4 },
              grid: { color: hairline },
              border: { display: false },
            },
          },
        },
      });
      destroy = () => chart.destroy();
    });
    return () => {
      gone = true;
      destroy?.();
    };
  }, [points]);
  return (
    <div className="h-28 my-1" aria-hidden>
      <canvas ref={canvas} />
    </div>
  );
}
