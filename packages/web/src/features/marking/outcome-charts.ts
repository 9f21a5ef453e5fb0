import { unmilli } from '@jolly/core';
import type { OutcomeReply } from '@jolly/server/contract';
import { nextTick } from 'vue';

/**
 * Draws the spread of scores, and the scores in the order in which they were given with the middle of either half.
 * @param places where they are drawn, asked once the page shows them; null: not there @returns what was drawn, to be taken away again
 */
export async function drawOutcome(
  reply: OutcomeReply,
  places: () => { spread: HTMLCanvasElement | null; drift: HTMLCanvasElement | null },
): Promise<{ destroy: () => void }[]> {
  const { Chart, BarController, BarElement, LineController, LineElement, PointElement, LinearScale, CategoryScale } =
    await import('chart.js');
  Chart.register(BarController, BarElement, LineController, LineElement, PointElement, LinearScale, CategoryScale);
  await nextTick();
  const { spread, drift } = places();
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  const [text, line, act, now] = [colour('--text-2'), colour('--line'), colour('--act'), colour('--now')];
  const whole = { ticks: { color: text, precision: 0 }, grid: { color: line }, beginAtZero: true };
  const common = { responsive: true, maintainAspectRatio: false, animation: false as const };
  const drawn: { destroy: () => void }[] = [];
  const max = unmilli(reply.points ?? 0);
  if (spread && reply.spread) {
    const tenth = (index: number) => Math.round(((max * index) / 10) * 100) / 100;
    drawn.push(
      new Chart(spread, {
        type: 'bar',
        data: {
          labels: reply.spread.map((_, index) => `${tenth(index)}–${tenth(index + 1)}`),
          datasets: [{ data: reply.spread, backgroundColor: act, borderRadius: 3 }],
        },
        options: { ...common, scales: { y: whole, x: { ticks: { color: text }, grid: { display: false } } } },
      }),
    );
  }
  if (drift && reply.drift) {
    const { scores, firstMiddle, secondMiddle, lookAgain } = reply.drift;
    const half = Math.ceil(scores.length / 2);
    const middle = (at: number, from: number, to: number) => scores.map((_, index) => (index >= from && index < to ? unmilli(at) : null));
    const flat = { type: 'line' as const, pointRadius: 0, borderWidth: 3, borderColor: now, spanGaps: false };
    drawn.push(
      new Chart(drift, {
        type: 'line',
        data: {
          labels: scores.map((_, index) => String(index + 1)),
          datasets: [
            {
              data: scores.map((one) => unmilli(one.earned)),
              showLine: false,
              pointRadius: scores.map((one) => (lookAgain.includes(one.studentId) ? 7 : 4)),
              pointStyle: scores.map((one) => (lookAgain.includes(one.studentId) ? 'rectRot' : 'circle')),
              backgroundColor: act,
              borderColor: act,
              clip: false as const,
            },
            { ...flat, data: middle(firstMiddle, 0, half) },
            { ...flat, data: middle(secondMiddle, half, scores.length) },
          ],
        },
        options: { ...common, scales: { y: { ...whole, max }, x: { ticks: { color: text }, grid: { display: false } } } },
      }),
    );
  }
  return drawn;
}
