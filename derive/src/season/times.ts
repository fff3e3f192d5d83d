import { t } from "@yule/core";
/** Whose hands a session is of, as a choice. */
export const whoseHands = (): readonly { readonly value: string; readonly label: string }[] => [
  { value: "maker", label: t`yours` },
  { value: "helper", label: t`a helper's` },
];
