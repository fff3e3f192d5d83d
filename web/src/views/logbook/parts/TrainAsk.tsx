import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Problem } from "@yule/contract";
import { minutes, plural, printMinutes, t } from "@yule/core";
import { eyeSoFar, questionAfter, questionsFrom, type EyeSoFar, type JudgementAnswer, type JudgementQuestion } from "@yule/derive";
import { useMemo, useState } from "react";
import { useReviewQuery } from "../../../data/api.ts";
import { FormField, TextInput } from "../../../kit/FormField.tsx";
import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { readNumber } from "../../../kit/readNumber.ts";
import { printDay } from "../../../kit/say.ts";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { keepAnswers, keptAnswers } from "../answers.ts";
import type { LogbookAskProps } from "../ask.ts";

/** A minute a day: questions from the maker's own past, and whether her eye is too hopeful. */
export default function TrainAsk({ outlook }: LogbookAskProps) {
  const { data, error } = useReviewQuery(null);
  const [answers, setAnswers] = useState(keptAnswers);
  const [answered, setAnswered] = useState<{ readonly question: JudgementQuestion; readonly answer: JudgementAnswer } | null>(null);
  const questions = useMemo(() => (data ? questionsFrom(data, outlook.today) : null), [data, outlook.today]);
  if (error) return <ProblemNote problem={error as Problem} />;
  if (!questions) return <Loading />;
  const question = questionAfter(questions, answers);
  const give = (of: JudgementQuestion, said: number): void => {
    const answer: JudgementAnswer = { id: of.id, kind: of.kind, said, was: Number(of.was), of: of.kind === "good" ? of.need.panels : 1 };
    const next = [...answers, answer];
    setAnswered({ question: of, answer });
    setAnswers(next);
    keepAnswers(next);
  };
  return (
    <>
      <Verdict>{judgementWords(eyeSoFar(answers))}</Verdict>
      {answered ? (
        <Answered {...answered} onNext={() => setAnswered(null)} />
      ) : question ? (
        <Asked key={question.id} question={question} onAnswer={(said) => give(question, said)} />
      ) : (
        <Teach
          title={t`From ten cards on`}
        >{t`Once ten cards of this season have gone out, this page asks of your own past: how many of these panels came out good, and would you have promised this? It tells where you are too sure.`}</Teach>
      )}
    </>
  );
}

const inHundred = (share: number): number => Math.round(Math.abs(share) * 100);
/** An eye that is off by less is a good one. */
const SLIGHT = 0.03;

function judgementWords({ hope, given, broken, pairs, known, answers }: EyeSoFar): string {
  if (answers === 0) return t`A minute for your eye: say what came of it, then see what did.`;
  const dried = pairs === 0 ? "" : t` Of ${plural(pairs, { one: "# pair", other: "# pairs" })} of stages you knew ${known} times which dries first.`;
  const promised =
    given === 0
      ? ""
      : broken === 0
        ? t` Of what you would have promised, all was kept.`
        : t` Of ${plural(given, { one: "# promise", other: "# promises" })} you would have given, ${broken} would have been broken.`;
  const promises = `${promised}${dried}`;
  if (hope === null) return t`${plural(answers, { one: "# question", other: "# questions" })} answered; after a few more this page tells whether you hope too much.${promises}`;
  if (Math.abs(hope) < SLIGHT) return t`Your eye for good panels is true.${promises}`;
  return hope > 0
    ? t`You expect ${inHundred(hope)} in 100 more good panels than come. Begin a few more than you think.${promises}`
    : t`You expect ${inHundred(hope)} in 100 fewer good panels than come. You may begin fewer.${promises}`;
}

function Asked({ question, onAnswer }: { question: JudgementQuestion; onAnswer: (said: number) => void }) {
  const [text, setText] = useState("");
  const [fault, setFault] = useState<string | undefined>();
  if (question.kind === "dried")
    return (
      <Box as="section" aria-label={t`Which dried first?`} maxWidth="40em">
        <Text fontSize="20px" marginBottom="12px">{t`On two panels of the same evening, each just painted: which of these two is dry first?`}</Text>
        <Flex gap="12px" wrap="wrap">
          {question.pair.map(({ stage, design }, at) => (
            <Button key={`${design} ${stage}`} variant="outline" height="auto" minHeight="44px" paddingY="8px" whiteSpace="normal" onClick={() => onAnswer(at)}>
              {t`${stage} of ${design}`}
            </Button>
          ))}
        </Flex>
      </Box>
    );
  const { need, design } = question;
  if (question.kind === "promise")
    return (
      <Box as="section" aria-label={t`Would you have promised this?`} maxWidth="40em">
        <Text fontSize="20px" marginBottom="12px">
          {t`${plural(need.cards, { one: "# card", other: "# cards" })} of ${design}, due on ${printDay(need.due)}, begun at the bench ${plural(question.lead, { one: "# day", other: "# days" })} before. Would you have promised this?`}
        </Text>
        <Flex gap="12px">
          <Button onClick={() => onAnswer(1)}>{t`Yes, it will be kept`}</Button>
          <Button variant="outline" onClick={() => onAnswer(0)}>{t`No, it will be late`}</Button>
        </Flex>
      </Box>
    );
  const say = (): void => {
    const said = readNumber(text);
    if (Number.isInteger(said) && said >= 0 && said <= need.panels) onAnswer(said);
    else setFault(giveInstead(text, t`a whole number from 0 to ${String(need.panels)}`));
  };
  return (
    <Box as="section" aria-label={t`How many came out good?`} maxWidth="40em">
      <Text fontSize="20px" marginBottom="12px">{t`${need.panels} panels of ${design} were painted for ${need.title}. How many came out good?`}</Text>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          say();
        }}
      >
        <Flex gap="12px" align="flex-end">
          <FormField label={t`Good panels`} fault={fault}>
            <TextInput inputMode="numeric" maxWidth="140px" value={text} onChange={(change) => setText(change.target.value)} autoFocus />
          </FormField>
          <Button type="submit">{t`Say it`}</Button>
        </Flex>
      </form>
    </Box>
  );
}

function Answered({ question, answer, onNext }: { question: JudgementQuestion; answer: JudgementAnswer; onNext: () => void }) {
  const isRight = answer.said === answer.was;
  return (
    <Box role="status" maxWidth="40em">
      <Text fontSize="20px">
        <strong>{isRight ? t`Yes.` : t`Not quite.`}</strong> {cameOfIt(question, answer)}
      </Text>
      <Button marginTop="12px" onClick={onNext} autoFocus>{t`The next question`}</Button>
    </Box>
  );
}

function cameOfIt(question: JudgementQuestion, { said }: JudgementAnswer): string {
  if (question.kind === "good") return t`${question.was} of ${question.need.panels} panels for ${question.need.title} came out good; you said ${said}.`;
  if (question.kind === "promise") return question.was ? t`${question.need.title} went out in time.` : t`${question.need.title} was late.`;
  const [first, last] = question.was === 0 ? question.pair : [question.pair[1], question.pair[0]];
  const mostly = (minutesOf: number): string => printMinutes(minutes(Math.round(minutesOf)));
  return t`${first.stage} of ${first.design} dried in ${mostly(first.minutes)} mostly, ${last.stage} of ${last.design} in ${mostly(last.minutes)}.`;
}
