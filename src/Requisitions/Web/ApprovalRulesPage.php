<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\ApprovalRules;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\FieldRules;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who is asked and when, written as sentences, tried on the past before they count; and what may change after approval. */
#[Gate(Permission::Administer)]
#[Route('/approval-rules')]
final class ApprovalRulesPage extends Page
{
    private const CLAUSES = 4;
    private const PAST = 1000;

    public function __construct(private readonly ApprovalRules $rules, private readonly FieldRules $fields, private readonly AskApproval $asking, private readonly EntityManagerInterface $entities)
    {
    }

    #[Route('', name: 'approval_rules', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($this->find(self::whole($request, 'rule')), Errors::none(), null);
    }

    #[Route('', name: 'approval_rule_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        $rule = $this->rule($input);
        $then = $input->choice('then', RuleAct::class, RuleAct::Keep);
        if (RuleAct::Try === $then) {
            return $this->page($rule, Errors::none(), $this->dryRun($rule));
        }
        try {
            RuleAct::Retire === $then ? $this->rules->retire($rule->id) : $this->rules->save($rule);
            $this->say('rule_saved');
        } catch (Refused $refused) {
            return $this->page($rule, Errors::of($refused->refusals), null);
        }

        return $this->redirectToRoute('approval_rules', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/fields', name: 'field_rules_save', methods: ['POST'])]
    public function fields(Request $request): Response
    {
        return $this->act(fn () => $this->fields->set(Input::of($request)->map('after')), 'rule_saved', 'approval_rules');
    }

    private function find(int $id): ?ApprovalRule
    {
        return array_values(array_filter($this->rules->all(), static fn (ApprovalRule $r): bool => $r->id === $id))[0] ?? null;
    }

    private function rule(Input $input): ApprovalRule
    {
        [$facts, $operators, $values] = [$input->map('fact'), $input->map('operator'), $input->map('value')];
        $conditions = [];
        foreach ($facts as $i => $fact) {
            if ('' !== $fact) {
                $value = $values[$i] ?? '';
                $number = 'number' === (ApprovalCondition::FACTS[$fact] ?? null);
                $operator = $operators[$i] ?? '';
                // what is typed as a number is one; the operators offered are those of numbers, and "is" for the rest
                $conditions[] = new ApprovalCondition($fact, $number ? $operator : ('is_not' === $operator ? 'is_not' : 'is'), $number && 1 === preg_match('/^-?\d{1,9}$/', (string) preg_replace('/\s/u', '', $value)) ? (int) preg_replace('/\s/u', '', $value) : $value);
            }
        }

        return new ApprovalRule($input->int('rule') ?? 0, $input->line('name'), $input->int('rank') ?? 1, $conditions, HowMany::All === $input->choice('clauses', HowMany::class, HowMany::All), array_values(array_filter(array_map(static fn (string $p): ?Post => Post::tryFrom($p), array_values($input->map('posts'))))), HowMany::Any === $input->choice('of', HowMany::class, HowMany::All));
    }

    /** @return array{past: int, before: array<string, int>, after: array<string, int>} how many of the past requisitions would have gone to each post, as the rules stand and with this one */
    private function dryRun(ApprovalRule $rule): array
    {
        $stand = $this->rules->all();
        $with = [...array_filter($stand, static fn (ApprovalRule $r): bool => $r->id !== $rule->id), $rule];
        $counts = ['past' => 0, 'before' => [], 'after' => []];
        foreach ($this->entities->getRepository(Requisition::class)->findBy([], ['id' => 'DESC'], self::PAST) as $requisition) {
            $facts = $this->asking->facts($requisition->brief(), $requisition->profileId);
            ++$counts['past'];
            foreach (['before' => $stand, 'after' => array_values($with)] as $key => $rules) {
                foreach (array_unique(array_map(static fn (ApprovalStep $s): string => $s->post->value, (new ApprovalChain())->forBrief($rules, $facts))) as $post) {
                    $counts[$key][$post] = ($counts[$key][$post] ?? 0) + 1;
                }
            }
        }

        return $counts;
    }

    /** @param array{past: int, before: array<string, int>, after: array<string, int>}|null $tried */
    private function page(?ApprovalRule $open, Errors $errors, ?array $tried): Response
    {
        return $this->render('requisitions/approval_rules.html.twig', [
            'rules' => $this->rules->all(), 'open' => $open, 'errors' => $errors, 'tried' => $tried, 'clauses' => max(self::CLAUSES, \count($open->conditions ?? [])), 'facts' => ApprovalCondition::FACTS, 'posts' => array_map(static fn (Post $p): string => $p->value, Post::cases()), 'fields' => $this->fields->all(),
        ], new Response(status: $errors->any() ? 422 : 200));
    }
}
