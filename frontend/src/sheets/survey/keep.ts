import type { SurveyItem } from "../../api/types";

/** What becomes of an item, from what it is when its turn comes. */
export type ItemChange = (item: SurveyItem) => Partial<SurveyItem>;

/** Keeps an item as it becomes. */
export type Keep = (to: ItemChange) => Promise<void>;
