<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Drawing\BrandSample;
use Jorvent\Organisation\Brands;
use Jorvent\Organisation\Form\BrandInput;
use Jorvent\Organisation\Form\BrandType;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Web\Form\Choice;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The careers sites: under which names, in which colours and words, for which units. */
#[Gate(Permission::Administer)]
#[Route('/brands', requirements: ['brandId' => '\d{1,9}'])]
final class BrandsPage extends SignedInPage
{
    public function __construct(
        private readonly Brands $brands,
        private readonly BrandQuery $query,
        private readonly StaffQuery $staff,
    ) {
    }

    #[Route('', name: 'brands', methods: ['GET'])]
    public function show(Request $request): Response
    {
        $id = self::whole($request, 'brand') ?: Brands::FIRST;
        $brand = $request->query->has('new') ? null : $this->one($id);

        return $this->page($brand, $this->form($brand, $this->input($brand)));
    }

    #[Route('', name: 'brand_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $input = $this->input(null);
        $form = $this->form(null, $input)->handleRequest($request);
        $id = 0;
        if ($this->done($form, function () use ($input, &$id): void {
            $id = $this->brands->add($input->facts(), $input->picture());
        })) {
            return $this->saved($id);
        }

        return $this->page(null, $form);
    }

    #[Route('/{brandId}', name: 'brand_save', methods: ['POST'])]
    public function save(int $brandId, Request $request): Response
    {
        $shown = $this->one($brandId);
        $input = $this->input($shown);
        $form = $this->form($shown, $input)->handleRequest($request);
        if ($this->done($form, function () use ($brandId, $input): void {
            $logo = $input->picture() ?? ($input->withoutLogo ? false : null);
            $this->brands->change($brandId, $input->facts(), $logo, (int) $input->version);
        })) {
            return $this->saved($brandId);
        }

        return $this->page($shown, $form);
    }

    #[Route('/{brandId}/remove', name: 'brand_remove', methods: ['POST'])]
    public function remove(int $brandId): Response
    {
        return $this->act(fn () => $this->brands->remove($brandId), 'brand_saved', 'brands');
    }

    /** @param FormInterface<BrandInput> $form */
    private function page(?BrandView $brand, FormInterface $form): Response
    {
        $colours = $form->getData()->colours();
        $label = 'Colours as candidates see them, with their contrast';
        $sample = [] === $colours->refuse() ? BrandSample::draw($colours, $brand->name ?? '', $label) : '';

        return $this->render('organisation/brands.html.twig', [
            'brands' => $this->query->all(),
            'given' => $this->query->given(),
            'brand' => $brand,
            'pages' => null === $brand ? [] : $this->query->pages($brand->id),
            'form' => $form,
            'sample' => $sample,
        ]);
    }

    private function input(?BrandView $brand): BrandInput
    {
        if (null === $brand) {
            return new BrandInput($this->query->main()->looks->colours);
        }
        $given = $this->query->given()[$brand->id] ?? [];
        $units = array_filter($this->units(), static fn (Choice $unit): bool => isset($given[$unit->id]));

        return BrandInput::of($brand, array_values($units));
    }

    /** @return FormInterface<BrandInput> */
    private function form(?BrandView $brand, BrandInput $input): FormInterface
    {
        return $this->formOf(BrandType::class, $input, [
            'main' => true === $brand?->main(), 'units' => $this->units(),
        ]);
    }

    /** @return list<Choice> */
    private function units(): array
    {
        return $this->staff->units();
    }

    private function one(int $id): BrandView
    {
        return $this->query->one($id) ?? throw $this->createNotFoundException();
    }

    private function saved(int $id): RedirectResponse
    {
        $this->say('brand_saved');

        return $this->redirectToRoute('brands', ['brand' => $id], Response::HTTP_SEE_OTHER);
    }
}
