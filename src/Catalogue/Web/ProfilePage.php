<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Catalogue\Catalogue;
use Jorvent\Catalogue\Form\ProfileInput;
use Jorvent\Catalogue\Form\ProfileType;
use Jorvent\Catalogue\ProfileContent;
use Jorvent\Catalogue\Read\FamilyRow;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Form\Choice;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A role profile with its versions and what was written from it. */
#[Route('/catalogue', requirements: ['id' => '\d{1,9}'])]
final class ProfilePage extends SignedInPage
{
    public function __construct(
        private readonly Catalogue $catalogue,
        private readonly ProfileQuery $query,
        private readonly RichText $rich,
        private readonly Access $access,
    ) {
    }

    #[Gate(Permission::Administer)]
    #[Route('/new', name: 'profile_new', methods: ['GET', 'POST'])]
    public function add(Request $request): Response
    {
        $input = $this->input(null);
        $form = $this->form($input)->handleRequest($request);
        $id = 0;
        if ($this->done($form, function () use ($input, &$id): void {
            $id = $this->catalogue->add($input->content($this->rich, []), $input->note ?? '', $this->me()->id);
        })) {
            return $this->saved($id);
        }

        return $this->render('catalogue/profile.html.twig', ['head' => null, 'form' => $form, 'typed' => $input]);
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('/{id}', name: 'profile', methods: ['GET'])]
    public function show(int $id, Request $request): Response
    {
        $head = $this->head($id);
        $input = $this->input($head);

        return $this->page($head, $this->form($input), $input, self::whole($request, 'from'), self::whole($request, 'to'));
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}', name: 'profile_save', methods: ['POST'])]
    public function save(int $id, Request $request): Response
    {
        $head = $this->head($id);
        $input = $this->input($head);
        $form = $this->form($input)->handleRequest($request);
        if ($this->done($form, fn () => $this->catalogue->revise(
            $id,
            $input->content($this->rich, $head->content->questions),
            (int) $input->version,
            $input->note ?? '',
            $this->me()->id,
        ))) {
            return $this->saved($id);
        }

        return $this->page($head, $form, $input);
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}/retire', name: 'profile_retire', methods: ['POST'])]
    public function retire(int $id): Response
    {
        return $this->act(fn () => $this->catalogue->retire($id), 'profile_retired', 'profile', ['id' => $id]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}/take-back', name: 'profile_take_back', methods: ['POST'])]
    public function takeBack(int $id): Response
    {
        return $this->act(fn () => $this->catalogue->takeBack($id), 'profile_revived', 'profile', ['id' => $id]);
    }

    /**
     * @param FormInterface<ProfileInput> $form
     * @param int                         $from two versions that are compared; 0 for none
     */
    private function page(
        ProfileHead $head, FormInterface $form, ProfileInput $typed, int $from = 0, int $to = 0,
    ): Response {
        $before = $from > 0 ? $this->query->at($head->id, $from)?->toArray() : null;
        $after = $to > 0 ? $this->query->at($head->id, $to)?->toArray() : null;
        $differs = static fn (string $field): bool => ($before[$field] ?? null) !== ($after[$field] ?? null);

        return $this->render('catalogue/profile.html.twig', [
            'head' => $head,
            'form' => $form,
            'typed' => $typed,
            'versions' => $this->query->versions($head->id),
            'written' => $this->query->written($head->id),
            'from' => $from,
            'to' => $to ?: $head->version,
            'before' => $before,
            'after' => $after,
            'changed' => null === $before || null === $after ? [] : array_filter(ProfileContent::FIELDS, $differs),
        ]);
    }

    private function input(?ProfileHead $head): ProfileInput
    {
        $content = $head->content ?? ProfileContent::fromArray([]);

        return ProfileInput::of($content, $head?->version, $this->families(), $this->query->currencies());
    }

    /** @return FormInterface<ProfileInput> */
    private function form(ProfileInput $input): FormInterface
    {
        return $this->formOf(ProfileType::class, $input, [
            'families' => $this->families(),
            'disabled' => !$this->access->allows($this->me(), Permission::Administer),
        ]);
    }

    /** @return list<Choice> */
    private function families(): array
    {
        return array_map(
            static fn (FamilyRow $row): Choice => new Choice($row->id, $row->name),
            $this->query->families(),
        );
    }

    private function head(int $id): ProfileHead
    {
        return $this->query->head($id) ?? throw $this->createNotFoundException();
    }

    private function saved(int $id): Response
    {
        $this->say('profile_saved');

        return $this->redirectToRoute('profile', ['id' => $id], Response::HTTP_SEE_OTHER);
    }
}
