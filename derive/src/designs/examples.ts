import type { SentimentRead } from "@yule/contract";

/** Words for a card, for tests: written by hand and for anybody unless told otherwise. Their id is their text. */
export const sentiment = (text: string, more: Partial<SentimentRead> = {}): SentimentRead => ({
  id: text,
  version: 1,
  text,
  occasion: null,
  recipient: "",
  tone: "plain",
  language: "en",
  neutral: false,
  means: "hand",
  width: null,
  height: null,
  ...more,
});
