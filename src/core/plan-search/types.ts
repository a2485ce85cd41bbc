/** What the search takes and answers. */
export interface PlanOption {
  id: string;
  slot: string;
  lift: { front?: number; rear?: number };
  cost: number;
  minutes: number;
  requires?: string[];
  excludes?: string[];
}
export interface PlanSearchInput {
  targets: { front?: number; rear?: number };
  tolerance: number;
  options: PlanOption[];
}
export interface PlanChoice {
  error: number;
  cost: number;
  minutes: number;
  ids: string[];
}
