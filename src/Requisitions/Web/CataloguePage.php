<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\Catalogue;
use Jorvent\Requisitions\ProfileContent;
use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The job catalogue: role profiles by family, each in versions, with what was written from it. */
#[Route('/catalogue')]
final class CataloguePage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly Catalogue $catalogue, private readonly RichText $text)
    {
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('', name: 'catalogue', methods: ['GET'])]
    public function list(Request $request, Lists $lists): Response
    {
        $family = self::whole($request, 'family');
        $show = 'retired' === $request->query->getString('show') ? 'retired' : 'used';
        $listing = new Listing('catalogue', [
            new Column('title', 'Profile', 'p.title'), new Column('level', 'Level', 'p.level'), new Column('family', 'Family', 'f.name'), new Column('musts', 'Must have', "(SELECT string_agg(m, ', ') FROM jsonb_array_elements_text(p.musts) m)"), new Column('years', 'Years from', 'p.years_from', 'number', false),
            new Column('band', 'Band in NOK, to', "CAST(p.bands -> 'NOK' ->> 1 AS int)", 'number'), new Column('version', 'Version', 'p.version', 'number'), new Column('written', 'Requisitions', '(SELECT count(*) FROM requisition r WHERE r.profile_id = p.id)', 'number'), new Column('saved', 'Changed', 'CAST(p.saved_at AS date)', 'day', false),
        ], 'role_profile p JOIN job_family f ON f.id = p.family_id', 'p.id', ['retired' === $show ? 'p.retired_at IS NOT NULL' : 'p.retired_at IS NULL', ...$family > 0 ? ['p.family_id = :family'] : []], $family > 0 ? ['family' => $family] : [], ['p.title', 'f.name', 'p.summary', 'CAST(p.musts AS text)'], 'family', false, ['id' => 'p.id']);
        $list = $lists->state($request, $listing, $this->me()->id);
        $format = $request->query->getString('as');
        if (\in_array($format, SheetWriter::FORMATS, true)) {
            return $lists->export($listing, $list, $format);
        }

        return $this->render('requisitions/catalogue.html.twig', ['listing' => $listing, 'list' => $list, 'page' => $lists->page($listing, $list), 'count' => null === $list->after ? $lists->count($listing, $list) : null, 'family' => $family, 'show' => $show, 'families' => $this->families(), 'errors' => Errors::none()]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/families', name: 'family_add', methods: ['POST'])]
    public function family(Request $request): Response
    {
        return $this->act(fn () => $this->catalogue->addFamily(Input::of($request)->line('name')), 'family_added', 'catalogue');
    }

    #[Gate(Permission::Administer)]
    #[Route('/new', name: 'profile_new', methods: ['GET', 'POST'])]
    public function create(Request $request): Response
    {
        return $this->write(null, $request);
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('/{id}', name: 'profile', requirements: ['id' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $id, Request $request): Response
    {
        return $this->page($id, null, Errors::none(), self::whole($request, 'from'), self::whole($request, 'to'));
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}', name: 'profile_save', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function save(int $id, Request $request): Response
    {
        return $this->write($id, $request);
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}/retire', name: 'profile_retire', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function retire(int $id, Request $request): Response
    {
        $retired = ShelfAct::Retire === Input::of($request)->choice('then', ShelfAct::class);

        return $this->act(fn () => $this->catalogue->retire($id, $retired), $retired ? 'profile_retired' : 'profile_revived', 'profile', ['id' => $id]);
    }

    private function write(?int $id, Request $request): Response
    {
        if (!$request->isMethod('POST')) {
            return $this->page(null, null, Errors::none());
        }
        $input = Input::of($request);
        [$content, $refusals] = $this->content($input, $id);
        try {
            Refused::unlessEmpty($refusals);
            $id = $this->catalogue->save($id, $content, $input->int('version') ?? 0, $input->line('note'), $this->me()->id);
            $this->say('profile_saved');
        } catch (Refused $refused) {
            return $this->page($id, $content, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('profile', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    /** @return array{ProfileContent, list<Refusal>} */
    private function content(Input $input, ?int $id): array
    {
        $refusals = $bands = $competencies = [];
        $from = $input->map('band_from');
        $to = $input->map('band_to');
        foreach ($from as $currency => $typed) {
            $currency = (string) $currency; // PHP makes numbers of names that are digits
            $ends = [$typed, $to[$currency] ?? ''];
            if ('' === $ends[0] && '' === $ends[1] || 1 !== preg_match('/^[A-Z]{3}$/', $currency)) {
                continue;
            }
            $money = array_map(static fn (string $t): ?Money => Money::parse($t, $currency), $ends);
            if (null === $money[0] || null === $money[1]) {
                $refusals[] = new Refusal('bands', 'not_an_amount');
                continue;
            }
            $bands[$currency] = [$money[0]->units(), $money[1]->units()];
        }
        $anchors = [$input->map('low'), $input->map('middle'), $input->map('high')];
        foreach ($input->map('competency') as $i => $name) {
            if ('' !== $name) {
                $competencies[] = ['name' => $name, 'low' => $anchors[0][$i] ?? '', 'middle' => $anchors[1][$i] ?? '', 'high' => $anchors[2][$i] ?? ''];
            }
        }
        $questions = null === $id ? [] : $this->db->row('SELECT questions FROM role_profile WHERE id = :id', ['id' => $id])?->objects('questions') ?? [];
        $education = $input->line('education');

        return [new ProfileContent(
            $input->line('title'), $input->line('level'), $input->int('family') ?? 0, $input->text('summary'), $this->text->clean($input->text('description')), $input->lines('musts'), $input->lines('wishes'), $input->int('yearsFrom'), $input->int('yearsTo'), \in_array($education, Brief::EDUCATION, true) ? $education : null,
            $bands, $input->lines('benefits'), $competencies, $input->lines('interviewQuestions'), $questions,
        ), $refusals];
    }

    private function page(?int $id, ?ProfileContent $typed, Errors $errors, int $from = 0, int $to = 0): Response
    {
        $row = null === $id ? null : $this->db->row('SELECT p.id, p.version, p.retired_at, f.name AS family FROM role_profile p JOIN job_family f ON f.id = p.family_id WHERE p.id = :id', ['id' => $id]) ?? throw $this->createNotFoundException();
        $content = $typed ?? (null === $row ? ProfileContent::fromArray([]) : $this->catalogue->at((int) $id, $row->int('version')) ?? throw $this->createNotFoundException());
        $versions = null === $id ? [] : $this->catalogue->versions($id);
        $compared = null !== $id && $from > 0 && $to > 0 ? [$this->catalogue->at($id, $from)?->toArray(), $this->catalogue->at($id, $to)?->toArray()] : [null, null];

        return $this->render('requisitions/catalogue_profile.html.twig', [
            'row' => $row, 'content' => $content, 'errors' => $errors, 'families' => $this->families(), 'versions' => $versions, 'from' => $from, 'to' => $to, 'before' => $compared[0], 'after' => $compared[1], 'currencies' => array_values(array_unique([...array_map(static fn ($r): string => $r->str('currency'), $this->db->rows('SELECT DISTINCT currency FROM site_place ORDER BY 1')), ...array_keys($content->bands)])),
            'written' => null === $id ? [] : $this->db->rows('SELECT number, title, state, profile_version FROM requisition WHERE profile_id = :p ORDER BY number DESC LIMIT 12', ['p' => $id]), 'changed' => null === $compared[0] || null === $compared[1] ? [] : array_values(array_filter(ProfileContent::FIELDS, static fn (string $f): bool => $compared[0][$f] !== $compared[1][$f])),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return list<\Jorvent\Platform\Database\Record> */
    private function families(): array
    {
        return $this->db->rows('SELECT f.id, f.name, (SELECT count(*) FROM role_profile p WHERE p.family_id = f.id AND p.retired_at IS NULL) AS profiles FROM job_family f ORDER BY f.name');
    }
}
