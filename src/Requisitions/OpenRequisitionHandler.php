<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Activity\LogSubject;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

final readonly class OpenRequisitionHandler
{
    /** Days from opening to the wished first day, when nothing else is known. */
    private const TARGET_DAYS = 60;

    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private BriefVersions $versions)
    {
    }

    public function __invoke(OpenRequisition $open): int
    {
        return $this->db->transaction(function () use ($open): int {
            $site = $this->db->row('SELECT currency, country FROM site_place WHERE id = :id', ['id' => $open->site]) ?? throw Refused::because('missing', 'site');
            $profile = null === $open->profile ? null : $this->db->row('SELECT * FROM profile_now WHERE id = :id', ['id' => $open->profile]) ?? throw Refused::because('missing', 'profile');

            return $this->write($this->brief($open, $profile, $site), $open->profile, $profile?->int('version'), $profile?->objects('competencies') ?? [], Questionnaire::fromArray($profile?->objects('questions') ?? []), ['profile' => $open->profile], $open->requester);
        });
    }

    /**
     * A new requisition after an earlier one: a cyclical hire is never the old one opened again. Candidates and dates never come along.
     *
     * @param list<'text'|'terms'|'questions'|'people'> $parts what comes along
     */
    public function copy(int $earlier, array $parts, int $unit, int $me): int
    {
        return $this->db->transaction(function () use ($earlier, $parts, $unit, $me): int {
            $old = $this->entities->find(Requisition::class, $earlier) ?? throw Refused::because('missing', 'earlier');
            $from = $old->brief()->toArray();
            $has = static fn (string $part): bool => \in_array($part, $parts, true);
            $today = $this->clock->now()->setTime(0, 0);
            $drop = ['openedOn', 'targetOn', ...$has('text') ? [] : ['description', 'musts', 'wishes', 'benefits', 'education', 'yearsFrom', 'yearsTo'], ...$has('terms') ? [] : ['payFrom', 'payTo', 'frequency', 'pays', 'share', 'hours', 'employment', 'months', 'positions'], ...$has('people') ? [] : ['manager', 'recruiter', 'partner']];
            $brief = Brief::fromArray([...array_diff_key($from, array_flip($drop)), 'unit' => $unit, 'requester' => $me, 'openedOn' => $today->format('Y-m-d'), 'targetOn' => $today->modify('+'.self::TARGET_DAYS.' days')->format('Y-m-d')] + ($has('people') ? [] : ['manager' => $me, 'recruiter' => $old->recruiterId]) + ($has('terms') ? [] : ['positions' => 1]));
            $number = $this->write($brief, $old->profileId, $old->profileVersion, $old->competencies, $has('questions') ? $old->questionnaire() : new Questionnaire([]), ['copied_from' => $old->number], $me);
            $this->db->execute('UPDATE requisition SET copied_from = :old WHERE number = :n', ['old' => $earlier, 'n' => $number]);

            return $number;
        });
    }

    public function keepTemplate(int $requisition, string $name, bool $shared, int $me): void
    {
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        $this->db->transaction(function () use ($requisition, $name, $shared, $me): void {
            $of = $this->entities->find(Requisition::class, $requisition) ?? throw Refused::because('missing');
            $id = $this->db->insert('requisition_template', ['name' => $name, 'content' => array_diff_key($of->brief()->toArray(), ['openedOn' => 1, 'targetOn' => 1]), 'questions' => $of->questionnaire()->toArray(), 'profile_id' => $of->profileId, 'profile_version' => $of->profileVersion, 'saved_by' => $me, 'saved_at' => $this->clock->now(), 'shared' => $shared]);
            $this->log->record('template.kept', 'template', $id, $requisition);
        });
    }

    public function fromTemplate(int $template, int $unit, int $me): int
    {
        return $this->db->transaction(function () use ($template, $unit, $me): int {
            $row = $this->db->row('SELECT * FROM requisition_template WHERE id = :id AND retired_at IS NULL AND (shared OR saved_by = :me)', ['id' => $template, 'me' => $me]) ?? throw Refused::because('missing', 'template');
            $today = $this->clock->now()->setTime(0, 0);
            $brief = Brief::fromArray([...$row->json('content'), 'unit' => $unit, 'requester' => $me, 'openedOn' => $today->format('Y-m-d'), 'targetOn' => $today->modify('+'.self::TARGET_DAYS.' days')->format('Y-m-d')]);
            $profile = $row->intOrNull('profile_id');
            $competencies = null === $profile ? [] : $this->db->row('SELECT competencies FROM profile_now WHERE id = :id', ['id' => $profile])?->objects('competencies') ?? [];

            return $this->write($brief, $profile, $row->intOrNull('profile_version'), $competencies, Questionnaire::fromArray($row->objects('questions')), ['template' => $template], $me);
        });
    }

    /** Nobody starts from it any more; whoever kept it, or an admin, may say so. */
    public function retireTemplate(int $template, int $me, bool $admin): void
    {
        $this->db->transaction(function () use ($template, $me, $admin): void {
            if (0 === $this->db->execute('UPDATE requisition_template SET retired_at = :now WHERE id = :id AND retired_at IS NULL AND (saved_by = :me OR :admin)', ['now' => $this->clock->now(), 'id' => $template, 'me' => $me, 'admin' => $admin])) {
                throw Refused::because('missing', 'template');
            }
            $this->log->record('template.retired', 'template', $template);
        });
    }

    /** @return list<Record> templates someone may start from */
    public function templates(int $me): array
    {
        return $this->db->rows("SELECT t.id, t.name, t.shared, t.saved_by, t.saved_at, t.content ->> 'title' AS title, a.name AS by FROM requisition_template t JOIN account a ON a.id = t.saved_by WHERE t.retired_at IS NULL AND (t.shared OR t.saved_by = :me) ORDER BY lower(t.name) LIMIT 200", ['me' => $me]);
    }

    /**
     * Writes a new draft with its first versions; run inside the caller's transaction.
     *
     * @param list<array<array-key, mixed>> $competencies
     * @param array<string, mixed>          $origin       where it came from, for the log
     *
     * @return int its number
     */
    public function write(Brief $brief, ?int $profile, ?int $profileVersion, array $competencies, Questionnaire $questions, array $origin, int $by): int
    {
        $number = $this->db->int("SELECT nextval('requisition_number')");
        $requisition = new Requisition($number, $profile, $profileVersion, $competencies, $this->clock->now(), $brief, $questions);
        $this->entities->persist($requisition);
        $this->entities->flush();
        $this->versions->keep($requisition->id, 1, $requisition->brief(), $by);
        $this->db->execute('INSERT INTO questions_version (requisition_id, version, questions, saved_at) SELECT id, 1, questions, :now FROM requisition WHERE id = :id', ['id' => $requisition->id, 'now' => $this->clock->now()]);
        $this->log->record('requisition.opened', 'requisition', $requisition->id, $requisition->id, change: $origin);

        return $number;
    }

    /**
     * Writes many new drafts with their first versions, a few statements for all of them; run inside the caller's transaction.
     *
     * @param list<array{Brief, Record|null}> $briefs each with the profile it is written from
     * @param array<string, mixed>            $origin
     */
    public function writeMany(array $briefs, array $origin, int $by): void
    {
        $numbers = array_map(static fn (Record $r): int => $r->int('n'), $this->db->rows("SELECT nextval('requisition_number') AS n FROM generate_series(1, :count)", ['count' => \count($briefs)]));
        $now = $this->clock->now();
        $opened = [];
        foreach ($briefs as $i => [$brief, $profile]) {
            $this->entities->persist($opened[] = new Requisition($numbers[$i], $profile?->int('id'), $profile?->int('version'), $profile?->objects('competencies') ?? [], $now, $brief, Questionnaire::fromArray($profile?->objects('questions') ?? [])));
        }
        $this->entities->flush();
        $ids = array_map(static fn (Requisition $r): int => $r->id, $opened);
        $this->entities->clear();
        $of = ['numbers' => $numbers, 'now' => $now];
        $this->db->execute('INSERT INTO questions_version (requisition_id, version, questions, saved_at) SELECT id, 1, questions, :now FROM requisition WHERE number IN (:numbers)', $of);
        $contents = array_map(static fn (array $b): string => json_encode($b[0]->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $briefs);
        $this->db->execute('INSERT INTO brief_version (requisition_id, version, content, saved_by, saved_at) SELECT r.id, 1, x.content, :by, :now FROM jsonb_to_recordset(CAST(:contents AS jsonb)) AS x (number int, content jsonb) JOIN requisition r ON r.number = x.number', ['by' => $by, 'now' => $now, 'contents' => '['.implode(',', array_map(static fn (int $n, string $c): string => '{"number":'.$n.',"content":'.$c.'}', $numbers, $contents)).']']);
        $opened = array_map(static fn (int $id): LogSubject => new LogSubject('requisition', $id, $id), $ids);
        $this->log->recordEach($by, 'requisition.opened', $opened, $origin);
    }

    private function brief(OpenRequisition $open, ?Record $profile, Record $site): Brief
    {
        $currency = $site->str('currency');
        $band = $profile?->json('bands')[$currency] ?? null;
        $money = static fn (int $i): ?Money => \is_array($band) && \is_int($band[$i] ?? null) ? Money::major($band[$i], $currency) : null;
        $today = $this->clock->now()->setTime(0, 0);

        return new Brief(
            $profile?->str('title') ?? '', $open->unit, $open->site, 1, $open->requester, $open->manager, $open->recruiter, $currency, $money(0), $money(1), $today, $today->modify('+'.self::TARGET_DAYS.' days'), $profile?->intOrNull('years_from'), $profile?->strings('musts') ?? [], $profile?->strings('wishes') ?? [],
            description: $profile?->str('description') ?? '', internalTitle: null === $profile ? null : $profile->str('title').' '.$profile->str('level'), country: $site->str('country'), family: $profile?->int('family_id'), yearsTo: $profile?->intOrNull('years_to'), education: $profile?->strOrNull('education'), benefits: $profile?->strings('benefits') ?? [],
        );
    }
}
