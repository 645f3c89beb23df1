<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support\Actors;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Adverts\Entity\JobBoard;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\PublishAdvert;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\Standing;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\Entity\Approval;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\SaveBrief;

/** Two who decide the same approval, save the same brief from what both read, or post the same advert, at one moment. */
final readonly class Deciders
{
    private const ROUND_SECONDS = .3;
    private const TITLE = 'Race of deciders';

    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private DecideBrief $decide,
        private SaveBrief $save,
        private PublishAdvert $publish,
    ) {
    }

    /**
     * Requisitions like one of the demo world, one for each round.
     *
     * @param 'drafts'|'asked'|'approved' $as
     *
     * @return string their ids and who approves them, with blanks between
     */
    public function put(int $rounds, string $as): string
    {
        $like = $this->entities->getRepository(Requisition::class)->findOneBy(['number' => 2201])
            ?? throw new \LogicException('The demo world is there.');
        $approver = $this->db->int("SELECT id FROM account WHERE name = 'Hanne Solvik'");
        $now = new \DateTimeImmutable();
        $brief = $like->brief()->with(['title' => self::TITLE, 'targetOn' => $now->modify('+90 days')->format('Y-m-d')]);
        $opened = [];
        for ($round = 0; $round < $rounds; ++$round) {
            $number = $this->db->int("SELECT nextval('requisition_number')");
            $one = new Requisition($number, $like->origin, $brief, $like->questionnaire(), $approver, $now);
            $this->entities->persist($one);
            if ('drafts' !== $as) {
                $one->ask($now);
            }
            if ('approved' === $as) {
                $one->approve($now);
            } elseif ('asked' === $as) {
                $step = new ApprovalStep(Post::DepartmentHead, 'positions_are_theirs', ['positions' => 1]);
                $this->entities->persist(new Approval($one, null, 1, $step, $approver, Standing::Post, $now));
            }
            $opened[] = $one;
        }
        $this->entities->flush();

        return implode(' ', [$approver, ...array_map(static fn (Requisition $one): int => $one->id, $opened)]);
    }

    /**
     * One approves, the other sends back.
     *
     * @param list<int> $ids
     *
     * @return string what became of it, for each round
     */
    public function decide(int $approver, int $who, float $from, array $ids): string
    {
        $answer = 0 === $who ? Decision::Agreed : Decision::SentBack;

        return $this->each($from, $ids, fn (int $id) => ($this->decide)($id, $approver, $answer, 'a reason'));
    }

    /**
     * Both give it another title, from the first version.
     *
     * @param list<int> $ids
     *
     * @return string what became of it, for each round
     */
    public function save(int $account, int $who, float $from, array $ids): string
    {
        return $this->each($from, $ids, function (int $id) use ($account, $who): void {
            $requisition = $this->entities->find(Requisition::class, $id) ?? throw new \LogicException('It was opened before.');
            ($this->save)($id, $requisition->brief()->with(['title' => self::TITLE.' '.$who]), 1, $account);
        });
    }

    /**
     * Both post its advert on our own site.
     *
     * @param list<int> $ids
     *
     * @return string what became of it, for each round
     */
    public function post(float $from, array $ids): string
    {
        return $this->each($from, $ids, fn (int $id) => ($this->publish)($id, [JobBoard::CAREERS], new PostingTerms()));
    }

    /**
     * @param list<int> $ids
     *
     * @return string how many postings and lines of the log there are, before they are taken down
     */
    public function posted(array $ids): string
    {
        $said = $this->db->int('SELECT count(*) FROM posting WHERE requisition_id IN (:ids)', ['ids' => $ids])
            .' '.$this->db->int("SELECT count(*) FROM activity WHERE act = 'advert.posted' AND requisition_id IN (:ids)", ['ids' => $ids]);
        $this->db->execute('DELETE FROM posting WHERE requisition_id IN (:ids)', ['ids' => $ids]);

        return $said;
    }

    /**
     * @param list<int> $ids
     *
     * @return string states and versions with how often, before all of it is thrown away
     */
    public function end(array $ids): string
    {
        $ended = $this->db->rows(
            'SELECT r.state, r.version, count(*) AS n, sum((SELECT count(*) FROM brief_version v WHERE v.requisition_id = r.id)) AS kept,
                sum((SELECT count(*) FROM approval a WHERE a.requisition_id = r.id AND a.decided_by IS NOT NULL)) AS decided
             FROM requisition r WHERE r.id IN (:ids) GROUP BY r.state, r.version ORDER BY r.state',
            ['ids' => $ids],
        );
        $this->db->execute('DELETE FROM approval WHERE requisition_id IN (:ids)', ['ids' => $ids]);
        $this->db->execute('DELETE FROM requisition WHERE id IN (:ids)', ['ids' => $ids]);
        $said = [];
        foreach ($ended as $row) {
            $said[] = implode(' ', [$row->str('state'), $row->int('version'), $row->int('n'), $row->int('kept'), $row->int('decided')]);
        }

        return implode('; ', $said);
    }

    /**
     * @param list<int>           $ids
     * @param callable(int): void $act
     */
    private function each(float $from, array $ids, callable $act): string
    {
        $said = [];
        foreach ($ids as $round => $id) {
            $this->entities->clear();
            time_sleep_until($from + $round * self::ROUND_SECONDS);
            try {
                $act($id);
                $said[] = 'done';
            } catch (Refused $refused) {
                $said[] = $refused->refusals[0]->code;
            }
        }

        return implode(' ', $said);
    }
}
