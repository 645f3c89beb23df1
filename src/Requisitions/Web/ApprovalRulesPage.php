<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\ApprovalRules;
use Jorvent\Requisitions\FieldRules;
use Jorvent\Requisitions\Form\FieldRulesType;
use Jorvent\Requisitions\Form\RuleInput;
use Jorvent\Requisitions\Form\RuleType;
use Jorvent\Requisitions\RuleTrial;
use Jorvent\Requisitions\TriedRule;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who is asked and when, written as sentences, tried on the past before they count; and what may change after approval. */
#[Gate(Permission::Administer)]
#[Route('/approval-rules')]
final class ApprovalRulesPage extends Page
{
    public function __construct(private readonly ApprovalRules $rules, private readonly FieldRules $fields)
    {
    }

    #[Route('', name: 'approval_rules', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($this->form(new RuleInput($this->find(self::whole($request, 'rule')))));
    }

    #[Route('', name: 'approval_rule_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = new RuleInput(null);
        $form = $this->form($input)->handleRequest($request);

        return $this->done($form, fn () => $this->rules->save($input->typed())) ? $this->saved() : $this->page($form);
    }

    #[Route('/try', name: 'approval_rule_try', methods: ['POST'])]
    public function try(Request $request, RuleTrial $trial): Response
    {
        $input = new RuleInput(null);
        $form = $this->form($input)->handleRequest($request);

        return $this->page($form, $form->isValid() ? $trial->of($input->typed()) : null);
    }

    #[Route('/{rule}/retire', name: 'approval_rule_retire', requirements: ['rule' => '\d{1,9}'], methods: ['POST'])]
    public function retire(int $rule): Response
    {
        return $this->act(fn () => $this->rules->retire($rule), 'rule_saved', 'approval_rules');
    }

    #[Route('/fields', name: 'field_rules_save', methods: ['POST'])]
    public function fields(Request $request): Response
    {
        $form = $this->fieldsForm();
        // what is not sent stays as it is
        $form->submit($request->request->all(), false);
        $save = fn () => $this->fields->set($form->getData()['after']);

        return $this->done($form, $save) ? $this->saved() : $this->page($this->form(new RuleInput(null)), null, $form);
    }

    private function find(int $id): ?ApprovalRule
    {
        foreach ($this->rules->all() as $rule) {
            if ($id === $rule->id) {
                return $rule;
            }
        }

        return null;
    }

    /** @return FormInterface<RuleInput> */
    private function form(RuleInput $input): FormInterface
    {
        return $this->formOf(RuleType::class, $input);
    }

    /** @return FormInterface<array{after: array<string, \Jorvent\Requisitions\AfterApproval>}> */
    private function fieldsForm(): FormInterface
    {
        return $this->formOf(FieldRulesType::class, ['after' => $this->fields->all()]);
    }

    /**
     * @param FormInterface<RuleInput>                                                                     $form
     * @param FormInterface<array{after: array<string, \Jorvent\Requisitions\AfterApproval>}>|null $fields null: stored
     */
    private function page(FormInterface $form, ?TriedRule $tried = null, ?FormInterface $fields = null): Response
    {
        $open = $this->find((int) $form->getData()->rule);

        return $this->render('requisitions/approval_rules.html.twig', [
            'rules' => $this->rules->all(),
            'open' => $open,
            'form' => $form,
            'fields' => $fields ?? $this->fieldsForm(),
            'tried' => $tried,
            'posts' => array_map(static fn (Post $post): string => $post->value, Post::cases()),
        ]);
    }

    private function saved(): Response
    {
        $this->say('rule_saved');

        return $this->redirectToRoute('approval_rules', [], Response::HTTP_SEE_OTHER);
    }
}
