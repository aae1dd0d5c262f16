/** What a practice place has beside the book: only a walk test shows it. */
export interface SimulatedLosses {
  generalDb: number;
  perWallDb: number;
  behindBodyDb: number;
  /** Standard deviation of what furniture and people add and take, slowly along the way. */
  shadowDb: number;
}
