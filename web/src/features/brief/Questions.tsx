import type { Brief } from "../../api/types";

interface QuestionsProps {
  questions: Brief["questions"];
  answers: Record<string, unknown>;
  onAnswer: (question: string, value: unknown) => void;
}

/** The questions with their answers to tick. */
export function Questions({ questions, answers, onAnswer }: QuestionsProps) {
  return (
    <div className="grid gap-x-8 gap-y-4 xl:grid-cols-2">
      {questions.map((question) => (
        <fieldset key={question.id} data-question={question.id} className="border-t border-[var(--line)] pt-1">
          <legend className="named pr-2 text-base">{question.title}</legend>
          {question.options.map((option) => {
            const given = answers[question.id];
            const many = Array.isArray(given) ? (given as string[]) : [];
            const ticked = question.many ? many.includes(option.value) : given === option.value;
            return (
              <label key={option.value} className="flex min-h-7 items-center gap-2.5">
                <input
                  type={question.many ? "checkbox" : "radio"}
                  name={question.id}
                  className={`${question.many ? "checkbox checkbox-xs rounded-sm" : "radio radio-xs"}
                    border-base-content`}
                  checked={ticked}
                  onChange={() => {
                    const next = ticked ? many.filter((each) => each !== option.value) : [...many, option.value];
                    onAnswer(question.id, question.many ? next : option.value);
                  }}
                />
                {option.label}
              </label>
            );
          })}
        </fieldset>
      ))}
    </div>
  );
}
