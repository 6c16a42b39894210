/**
 * Forbids arithmetic, so that no rule of the hive creeps into the front end.
 *
 * The formatter (lib/format.ts) and the sheet transform (drawing/transform.ts) are the two
 * places where numbers may be worked on; eslint.config.js exempts them.
 */
const OPERATORS = new Set(["+", "-", "*", "/", "%", "**"]);

/** Whether an operand makes `+` a joining of texts. */
const isText = (node) => node.type === "TemplateLiteral" || (node.type === "Literal" && typeof node.value === "string");

export default {
  meta: {
    type: "problem",
    schema: [],
    messages: {
      arithmetic:
        "No arithmetic here: the core works numbers out, lib/format.ts writes and drawing/transform.ts places them.",
    },
  },
  create(context) {
    const report = (node) => context.report({ node, messageId: "arithmetic" });
    return {
      BinaryExpression(node) {
        if (!OPERATORS.has(node.operator)) return;
        if (node.operator === "+" && (isText(node.left) || isText(node.right))) return;
        report(node);
      },
      AssignmentExpression(node) {
        if (/^(\+|-|\*|\/|%|\*\*)=$/.test(node.operator)) report(node);
      },
      UpdateExpression: report,
      MemberExpression(node) {
        if (node.object.type === "Identifier" && node.object.name === "Math") report(node);
      },
    };
  },
};
