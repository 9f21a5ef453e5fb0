/** Portfolios: pieces kept in sight over the years, each with a line why. */
import type { Instant, MilliPoints } from '@jolly/core';

export interface PortfolioPiece {
  id: string;
  assignmentId: string;
  title: string;
  className: string;
  why: string;
  /** who chose it */
  by: string;
  own: boolean;
  at: Instant;
  handedInAt: Instant | null;
  points: MilliPoints | null;
  /** once returned */
  effective: MilliPoints | null;
  /** the first words of it */
  excerpt: string;
  files: number;
  /** may the one who asks take it out again? */
  removable: boolean;
}
export interface PortfolioReply {
  pieces: PortfolioPiece[];
  /** what was handed in and is not in it yet, newest first */
  candidates: { assignmentId: string; title: string; className: string }[];
}
export interface PortfolioChoice {
  assignmentId: string;
  why: string;
}
