<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Careers\Colours;
use Jorvent\Core\Shared\Refused;
use Jorvent\Drawing\BrandSample;
use Jorvent\Organisation\Brands;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The careers sites: under which names, in which colours and words, for which units, and the pages beside the openings. */
#[Gate(Permission::Administer)]
#[Route('/brands')]
final class BrandsPage extends Page
{
    public function __construct(private readonly Brands $brands, private readonly Db $db)
    {
    }

    #[Route('', name: 'brands', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($request, Errors::none(), null);
    }

    #[Route('', name: 'brands_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        $id = $input->int('brand_id');
        $then = $input->choice('then', BrandAct::class, BrandAct::Save);
        try {
            $to = match ($then) {
                BrandAct::Page => ['brand' => (int) $id, 'page' => $this->brands->savePage((int) $id, $input->int('page_id'), mb_strtolower($input->line('slug')), $input->line('page_locale'), $input->line('title'), $input->text('body'), $input->int('version') ?? 0)],
                BrandAct::Strike => $this->strike((int) $id, $input->int('page_id') ?? 0),
                BrandAct::Remove => $this->remove((int) $id),
                BrandAct::Save => ['brand' => $this->brands->save($id, mb_strtolower($input->line('key')), $input->line('name'), self::texts($input), $input->line('contact'), new Colours($input->line('accent'), $input->line('deep'), $input->line('paper')), $input->has('chart'), $input->ints('units'), $this->logo($request), $input->has('without_logo'), $input->int('version') ?? 0)],
            };
            $this->say('brand_saved');
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('brands', $to, Response::HTTP_SEE_OTHER);
    }

    private function page(Request $request, Errors $errors, ?Input $input): Response
    {
        $all = $this->brands->all();
        $new = null === $input ? $request->query->has('new') : 0 === ($input->int('brand_id') ?? 0);
        $id = $input?->int('brand_id') ?? (self::whole($request, 'brand') ?: 1);
        $brand = $new ? null : $this->brands->one($id) ?? throw $this->createNotFoundException();
        $pages = null === $brand ? [] : $this->brands->pagesOf($brand->id);
        $asked = $input?->int('page_id') ?? self::whole($request, 'page');
        $page = array_values(array_filter($pages, static fn ($p): bool => $p->int('id') === $asked))[0] ?? null;
        $typed = null !== $input && '' === $input->line('then') ? new Colours($input->line('accent'), $input->line('deep'), $input->line('paper')) : null;
        $colours = $typed ?? $brand->colours ?? $this->brands->main()->colours;

        return $this->render('careers/brands.html.twig', [
            'brands' => $all, 'given' => $this->brands->given(), 'brand' => $brand, 'pages' => $pages, 'page' => $page, 'writing' => null !== $page || (null !== $brand && ($request->query->has('write') || 'page' === $input?->line('then'))), 'locales' => Brands::LOCALES, 'colours' => $colours,
            'sample' => [] === $colours->refuse() || null === $typed ? BrandSample::draw($colours, $brand->name ?? '', 'Colours as candidates see them, with their contrast') : '',
            'units' => $this->db->rows("SELECT id, name, kind, code FROM org_unit WHERE in_force AND kind IN ('company', 'division', 'department', 'team') ORDER BY path LIMIT 2000"), 'errors' => $errors, 'input' => $input,
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    private function logo(Request $request): ?string
    {
        $upload = $request->files->get('logo');
        if (!$upload instanceof UploadedFile || \UPLOAD_ERR_NO_FILE === $upload->getError()) {
            return null;
        }
        if (!$upload->isValid()) {
            throw Refused::because('logo_too_large', 'logo');
        }

        return (string) file_get_contents($upload->getPathname(), length: 1_000_001);
    }

    /** @return array<string, int> */
    private function strike(int $brand, int $page): array
    {
        $this->brands->strikePage($brand, $page);

        return ['brand' => $brand];
    }

    /** @return array<string, int> */
    private function remove(int $brand): array
    {
        $this->brands->remove($brand);

        return [];
    }

    /** @return array<string, array{tagline: string, lead: string}> */
    private static function texts(Input $input): array
    {
        $texts = [];
        foreach (Brands::LOCALES as $locale) {
            $texts[$locale] = ['tagline' => mb_substr($input->map('tagline')[$locale] ?? '', 0, 120), 'lead' => mb_substr($input->map('lead')[$locale] ?? '', 0, 400)];
        }

        return $texts;
    }
}
