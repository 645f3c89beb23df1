<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Organisation\BrandPages;
use Jorvent\Organisation\Form\BrandPageInput;
use Jorvent\Organisation\Form\BrandPageType;
use Jorvent\Organisation\Read\BrandPageView;
use Jorvent\Organisation\Read\BrandQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Pages beside the openings of a brand, in its languages. */
#[Gate(Permission::Administer)]
#[Route('/brands/{brandId}/pages', requirements: ['brandId' => '\d{1,9}', 'page' => '\d{1,9}'])]
final class BrandPagesPage extends SignedInPage
{
    public function __construct(private readonly BrandPages $pages, private readonly BrandQuery $query)
    {
    }

    /** A page that is there, or a new one when its number is 0. */
    #[Route('/{page}', name: 'brand_page', methods: ['GET', 'POST'])]
    public function write(int $brandId, int $page, Request $request): Response
    {
        $all = $this->query->pages($brandId);
        $known = array_values(array_filter($all, static fn (BrandPageView $p): bool => $p->id === $page))[0] ?? null;
        $of = $this->query->one($brandId);
        if (null === $of || (null === $known && 0 !== $page)) {
            throw $this->createNotFoundException();
        }
        $input = null === $known ? new BrandPageInput() : BrandPageInput::of($known);
        $form = $this->formOf(BrandPageType::class, $input)->handleRequest($request);
        $saved = 0;
        if ($this->done($form, function () use ($brandId, $known, $input, &$saved): void {
            $saved = $this->pages->save(
                $brandId,
                $known?->id,
                mb_strtolower($input->slug ?? ''),
                $input->locale ?? '',
                $input->title ?? '',
                $input->body ?? '',
                (int) $input->version,
            );
        })) {
            $this->say('brand_saved');

            return $this->redirectToRoute('brand_page', ['brandId' => $brandId, 'page' => $saved], Response::HTTP_SEE_OTHER);
        }

        return $this->render('organisation/brand_page.html.twig', [
            'brands' => $this->query->all(),
            'given' => $this->query->given(),
            'brand' => $of,
            'pages' => $all,
            'page' => $known,
            'form' => $form,
            'typed' => $input->body ?? '',
        ]);
    }

    #[Route('/{page}/remove', name: 'brand_page_remove', methods: ['POST'])]
    public function remove(int $brandId, int $page): Response
    {
        $remove = fn () => $this->pages->remove($brandId, $page);

        return $this->act($remove, 'brand_saved', 'brands', ['brand' => $brandId]);
    }
}
