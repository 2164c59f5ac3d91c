/** Forms of a body, and what each is called. */
import type { Form } from "../api/types";

export const FORMS: Form[] = ["wagon", "pickup", "double-cab", "cab-chassis", "van", "open"];

const NAMES: Partial<Record<Form, string>> = {
  pickup: "pickup, single cab",
  "double-cab": "pickup, double cab",
};

export const formName = (form: Form): string => NAMES[form] ?? form;
