<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Careers\Entity\DeclarationSettings;
use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideOffered;
use Jorvent\Careers\Entity\GuideSettings;
use Jorvent\Catalogue\Entity\JobFamily;
use Jorvent\Catalogue\Entity\RoleProfile;
use Jorvent\Catalogue\ProfileContent;
use Jorvent\Core\Identity\Blocks;
use Jorvent\Core\Identity\Comparison;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Identity\Weights;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Resume\Reader;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Messages\Message\SendMail;
use Jorvent\Offers\Letter;
use Jorvent\Organisation\Entity\PostHolder;
use Jorvent\Organisation\Entity\Site;
use Jorvent\Organisation\Entity\StructureVersion;
use Jorvent\Organisation\Message\DrawReach;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\SiteFacts;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\People\IndexCandidate;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Identity\Entity\Identity;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Reference\ImportHolidays;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Brief\Time;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Store\LastSearchStore;
use Jorvent\Screening\Entity\LibraryQuestion;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Writes the demo world into an empty database: the same for the same day, told relative to it, so that it never ages. */
final class World
{
    /** profile title, site, unit, manager, recruiter, state, opened days ago, target in days, applicants, positions */
    private const REQUISITIONS = [
        ['Marine Electrician', 1, 8, 'Mo Bakkerud', 'Solveig Aune', 'approved', 43, 17, 30, 2],
        ['Second Engineer', 2, 9, 'Torstein Hauge', 'Gordon Leask', 'approved', 51, 4, 18, 1],
        ['Port Operations Lead', 2, 12, 'Morag Isbister', 'Solveig Aune', 'approved', 19, 41, 22, 1],
        ['Naval Architect', 3, 11, 'Zofia Wrona', 'Solveig Aune', 'approved', 28, 47, 13, 1],
        ['Ticketing Data Analyst', 4, 6, 'Callum Gauthier', 'Solveig Aune', 'approved', 38, 12, 20, 1],
        ['Welding Inspector', 5, 10, 'Xoán Figueiras', 'Solveig Aune', 'asked', 2, 68, 0, 3],
        ['Passage Planner', 1, 3, 'Hanne Solvik', 'Solveig Aune', 'filled', 64, -2, 24, 1],
        ['Cabin Steward', 2, 5, 'Morag Isbister', 'Gordon Leask', 'approved', 12, 60, 17, 4],
        ['Payroll Officer', 1, 7, 'Isla Farquhar', 'Solveig Aune', 'approved', 6, 54, 8, 1],
        ['Electro-Technical Officer', 1, 8, 'Mo Bakkerud', 'Solveig Aune', 'sent_back', 9, 51, 0, 1],
        ['Booking Developer', 4, 6, 'Callum Gauthier', 'Solveig Aune', 'draft', 1, 59, 0, 1],
        ['Chief Engineer', 1, 9, 'Torstein Hauge', 'Solveig Aune', 'asked', 4, 56, 0, 1],
        ['Slipway Foreman', 1, 10, 'Xoán Figueiras', 'Solveig Aune', 'declined', 30, 30, 0, 1],
    ];

    /** Eighteen months before: title, site, unit, manager, recruiter, state, opened days ago, days to the signature (or to the end), applicants, positions */
    private const EARLIER = [
        ['Marine Electrician', 1, 8, 'Mo Bakkerud', 'Solveig Aune', 'filled', 520, 61, 6, 1], ['Marine Electrician', 2, 8, 'Mo Bakkerud', 'Gordon Leask', 'filled', 431, 48, 5, 1], ['Second Engineer', 1, 9, 'Torstein Hauge', 'Solveig Aune', 'filled', 402, 77, 6, 1],
        ['Motorman', 1, 9, 'Torstein Hauge', 'Solveig Aune', 'filled', 355, 34, 7, 1], ['Chief Engineer', 3, 9, 'Torstein Hauge', 'Solveig Aune', 'filled', 318, 92, 4, 1], ['Electro-Technical Officer', 1, 8, 'Mo Bakkerud', 'Solveig Aune', 'filled', 281, 66, 5, 1],
        ['Marine Electrician', 1, 8, 'Mo Bakkerud', 'Solveig Aune', 'filled', 226, 52, 6, 1], ['Second Engineer', 2, 9, 'Torstein Hauge', 'Gordon Leask', 'filled', 190, 58, 5, 1], ['Motorman', 2, 9, 'Torstein Hauge', 'Gordon Leask', 'filled', 151, 39, 6, 1],
        ['Able Seaman', 1, 3, 'Hanne Solvik', 'Solveig Aune', 'filled', 498, 28, 6, 1], ['Second Mate', 2, 3, 'Hanne Solvik', 'Gordon Leask', 'filled', 367, 55, 5, 1], ['Master', 1, 3, 'Hanne Solvik', 'Solveig Aune', 'filled', 244, 103, 3, 1],
        ['Welder', 3, 10, 'Xoán Figueiras', 'Solveig Aune', 'filled', 471, 41, 6, 1], ['Welding Inspector', 5, 10, 'Xoán Figueiras', 'Solveig Aune', 'filled', 296, 84, 4, 1], ['Hydraulics Fitter', 3, 10, 'Xoán Figueiras', 'Solveig Aune', 'cancelled', 260, 45, 5, 1],
        ['Cabin Steward', 2, 5, 'Morag Isbister', 'Gordon Leask', 'filled', 512, 24, 7, 1], ['Cabin Steward', 2, 5, 'Morag Isbister', 'Gordon Leask', 'filled', 160, 26, 7, 1], ['Purser', 2, 5, 'Morag Isbister', 'Gordon Leask', 'filled', 333, 63, 4, 1], ['Terminal Agent', 2, 12, 'Morag Isbister', 'Gordon Leask', 'on_hold', 88, 70, 5, 1],
        ['Ticketing Data Analyst', 4, 6, 'Callum Gauthier', 'Solveig Aune', 'filled', 377, 57, 5, 1], ['Data Engineer', 4, 6, 'Callum Gauthier', 'Solveig Aune', 'filled', 235, 71, 5, 1], ['Booking Developer', 4, 6, 'Callum Gauthier', 'Solveig Aune', 'cancelled', 204, 33, 4, 1],
        ['Payroll Officer', 1, 7, 'Isla Farquhar', 'Solveig Aune', 'filled', 448, 44, 5, 1], ['Financial Controller', 2, 7, 'Isla Farquhar', 'Gordon Leask', 'filled', 309, 69, 4, 1], ['Crewing Officer', 1, 7, 'Isla Farquhar', 'Solveig Aune', 'filled', 178, 50, 5, 1],
        ['People Partner', 2, 7, 'Isla Farquhar', 'Gordon Leask', 'declined', 140, 12, 0, 1], ['Naval Architect', 3, 11, 'Zofia Wrona', 'Solveig Aune', 'filled', 389, 96, 4, 1],
    ];

    public const EDUCATION = ['analyst' => 'bachelor', 'architect' => 'master', 'finance' => 'bachelor', 'people' => 'bachelor'];
    /** Whole units that one brief goes above its band. */
    private const ABOVE_BAND = 40_000;
    public const BENEFITS = ['Pension from the first day', 'Travel home at our cost', 'A rota that is published six weeks ahead'];

    private readonly \DateTimeImmutable $today;
    private readonly Randomizer $random;
    /** For what adverts bring, so that it can be told anew without changing who lives in this world. */
    private readonly Randomizer $chance;
    private readonly People $people;
    /** @var array<string, int> ids by name */
    private array $accounts = [];
    /** @var array<int, Site> by id */
    private array $sites = [];
    /** @var array<string, list<Bulk>> */
    private array $bulks = [];
    private Briefs $briefs;
    private int $person = 0;
    private int $interviewCount = 0;
    private int $aheadCount = 0;

    private ?Reader $reader = null;

    public function __construct(private readonly Db $db, private readonly Letter $letter, private readonly FileStore $files, private readonly EntityManagerInterface $entities, private readonly UnitStore $units, private readonly ReachList $reach, private readonly IndexCandidate $index, private readonly ImportHolidays $holidays, private readonly ExchangeRates $rates, private readonly Postings $postings, LastSearchStore $searches, private readonly string $outside, private readonly \DateTimeImmutable $now, private readonly string $passwordHash)
    {
        $this->briefs = new Briefs($entities, $searches);
        $this->today = $now->setTime(0, 0);
        $this->random = new Randomizer(new Mt19937(2207));
        $this->chance = new Randomizer(new Mt19937(2208));
        $this->people = new People(11, $this->today);
    }

    /** @param callable(string): void $tell */
    public function load(bool $large, callable $tell, int $crowd = 0): void
    {
        $this->db->transaction(function () use ($large, $tell, $crowd): void {
            $tell('organisation and catalogue');
            $this->postings->boards($this->outside);
            $this->organisation();
            $this->catalogue();
            $tell('own candidates');
            for ($i = 0; $i < 60; ++$i) {
                $this->candidate(null, null, $this->random->getInt(0, 400));
            }
            $tell('requisitions and applications');
            foreach (self::REQUISITIONS as $i => $row) {
                $this->requisition(2201 + $i, ...$row);
            }
            $this->flush();
            foreach (self::EARLIER as $i => $row) {
                $this->earlier(2160 + $i, ...$row);
            }
            $this->flush();
            if ($large) {
                $this->enlarge($tell);
            }
            if ($crowd > 0) {
                $tell($crowd.' more candidates');
                $this->crowd($crowd);
            }
            $this->flush();
            $this->begun();
            $this->remembered();
            $this->inOtherLanguages();
            $this->guide();
            $this->careersSites();
            $this->intake();
            $this->mails();
            $this->kept();
            $this->records();
            $this->letters();
            $tell('postings');
            $this->index->rebuild();
            $tell('figures for the planner');
            foreach (['account', 'account_grant', 'candidate', 'site', 'role_profile', 'job_family'] as $table) {
                $this->db->execute("SELECT setval(pg_get_serial_sequence('$table', 'id'), (SELECT max(id) FROM $table))");
            }
            $this->db->execute("SELECT setval('requisition_number', (SELECT max(number) FROM requisition))");
        });
        $this->db->execute('ANALYZE');
    }

    /** Nobody finishes who did not begin, and nobody begins who did not come. */
    private function begun(): void
    {
        $this->db->execute('UPDATE posting_day d SET started = d.started + x.n, visits = d.visits + 3 * x.n FROM (SELECT posting_id, CAST(applied_at AS date) AS day, count(*) AS n FROM application WHERE posting_id IS NOT NULL GROUP BY 1, 2) x WHERE x.posting_id = d.posting_id AND x.day = d.day');
        $this->db->execute('UPDATE posting_day d SET started = started + x.n, visits = visits + 3 * x.n FROM (SELECT p.id, CAST(p.live_at AS date) AS day, count(a.id) AS n FROM posting p JOIN application a ON a.posting_id = p.id WHERE NOT EXISTS (SELECT 1 FROM posting_day e WHERE e.posting_id = p.id AND e.day = CAST(a.applied_at AS date)) GROUP BY p.id) x WHERE x.id = d.posting_id AND x.day = d.day');
    }

    private function guide(): void
    {
        $guide = $this->entities->find(GuideSettings::class, GuideSettings::ID);
        $guide?->change(GuideOffered::Always, 'hiring@skerryline.example', [], $guide->version());
        foreach (JobBoards::ANSWERS as [$locale, $question, $answer]) {
            $this->entities->persist(new GuideAnswer($locale, $question, $answer));
        }
        $this->entities->flush();
    }

    private function careersSites(): void
    {
        $json = static fn (mixed $value): string => json_encode($value, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
        $this->db->execute("UPDATE brand SET contact = 'hiring@skerryline.example', texts = CAST(:t AS jsonb) WHERE id = 1", ['t' => $json(CareersSites::MAIN)]);
        [$key, $name, $accent, $deep, $paper, $units, $texts] = CareersSites::YARD;
        $yard = $this->db->insert('brand', ['key' => $key, 'name' => $name, 'contact' => 'yard@skerryline.example', 'accent' => $accent, 'deep' => $deep, 'paper' => $paper, 'texts' => $texts]);
        foreach ($units as $unit) {
            $this->db->execute('INSERT INTO brand_unit (unit_id, brand_id) VALUES (:u, :b)', ['u' => $unit, 'b' => $yard]);
        }
        foreach (CareersSites::PAGES as [$brand, $slug, $locale, $title, $body]) {
            $this->db->insert('brand_page', ['brand_id' => 1 === $brand ? 1 : $yard, 'slug' => $slug, 'locale' => $locale, 'title' => $title, 'body' => $body, 'saved_at' => $this->ago(60)]);
        }
        (new Referrals($this->db, $this->entities))->load($this->ago(...));
        $declaration = $this->entities->find(DeclarationSettings::class, DeclarationSettings::ID);
        $declaration?->change(['gender', 'age'], DeclarationSettings::LEAST, $declaration->version());
        $this->entities->flush();
        $chance = new Randomizer(new Mt19937(2611));
        foreach ($this->db->rows("SELECT r.unit_id, date_trunc('quarter', a.applied_at)::date AS quarter, count(*) AS n FROM application a JOIN requisition r ON r.id = a.requisition_id WHERE a.origin = 'applied' GROUP BY 1, 2 ORDER BY 1, 2") as $row) {
            foreach (CareersSites::DECLARED as $question => $answers) {
                $counts = [];
                for ($i = 0; $i < $row->int('n'); ++$i) {
                    $die = $chance->getInt(1, 150);
                    foreach ($answers as $answer => $share) {
                        if (0 >= ($die -= $share)) {
                            $counts[$answer] = ($counts[$answer] ?? 0) + 1;
                            break;
                        }
                    }
                }
                foreach ($counts as $answer => $n) {
                    $this->db->execute('INSERT INTO declared (unit_id, quarter, question, answer, n) VALUES (:u, :d, :q, :a, :n)', ['u' => $row->int('unit_id'), 'd' => $row->instant('quarter')->format('Y-m-d'), 'q' => $question, 'a' => $answer, 'n' => $n]);
                }
            }
        }
    }

    /** What a recruiter dropped the day before yesterday, with what could not be read. */
    private function intake(): void
    {
        $id = $this->db->insert('intake', ['account_id' => $this->accounts['Solveig Aune'], 'state' => 'open', 'created_at' => $this->ago(2)]);
        foreach ($this->db->rows('SELECT r.id, r.candidate_id, r.file_name, r.file_sha256, r.size FROM resume r WHERE r.candidate_id IN (7, 19, 31, 38, 52) ORDER BY r.id') as $row) {
            $this->db->insert('intake_file', ['intake_id' => $id, 'name' => 'fair-'.$row->int('candidate_id').'-'.$row->str('file_name'), 'sha256' => $row->str('file_sha256'), 'size' => $row->int('size'), 'state' => 'read', 'candidate_id' => $row->int('candidate_id'), 'resume_id' => $row->int('id'), 'at' => $this->ago(2)]);
        }
        foreach ([['scan-from-the-fair.pdf', 'file_is_a_picture', '%PDF-1.4 a scan'], ['cv-old.doc', 'file_old_word', "\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1"]] as [$name, $refusal, $bytes]) {
            $this->db->insert('intake_file', ['intake_id' => $id, 'name' => $name, 'sha256' => $this->files->put($bytes), 'size' => \strlen($bytes), 'state' => 'failed', 'refusal' => $refusal, 'at' => $this->ago(2)]);
        }
        $this->alike($id);
        $known = $this->db->row('SELECT candidate_id FROM resume WHERE candidate_id = 23');
        if (null !== $known) {
            $text = "Someone Again\nFleet electrician\n";
            $this->db->insert('intake_file', ['intake_id' => $id, 'name' => 'again.txt', 'sha256' => $this->files->put($text), 'size' => \strlen($text), 'state' => 'known', 'refusal' => 'same_address', 'candidate_id' => $known->int('candidate_id'), 'at' => $this->ago(2)]);
        }
    }

    /** Tags, lists, a few who work or worked here, and two employers whose people are left alone. */
    private function records(): void
    {
        $by = $this->accounts['Solveig Aune'];
        foreach (['night sailings' => 7, 'fair in Ålesund' => 13, 'speaks to crews' => 29, 'again next season' => 17] as $name => $each) {
            $tag = $this->db->insert('tag', ['name' => $name]);
            $this->db->execute('INSERT INTO candidate_tag (candidate_id, tag_id, account_id, at) SELECT id, :t, :by, :at FROM candidate WHERE id <= 400 AND id % :n = 3 AND claims IS NULL', ['t' => $tag, 'by' => $by, 'at' => $this->ago(12), 'n' => $each]);
        }
        foreach ([['Electricians for the winter yard', true, 'c.headline ILIKE \'%electric%\'', 14, 'would take a season'], ['Met at the fair', true, 'c.id % 23 = 5', 9, ''], ['To call in spring', false, 'c.would_move', 6, '']] as [$name, $shared, $which, $most, $note]) {
            $list = $this->db->insert('people_list', ['name' => $name, 'account_id' => $by, 'shared' => $shared, 'created_at' => $this->ago(30)]);
            $this->db->execute("INSERT INTO people_list_entry (list_id, candidate_id, note, account_id, at) SELECT :l, c.id, CASE WHEN c.id % 3 = 0 THEN :n ELSE '' END, :by, CAST(:at AS timestamptz) + (c.id % 19) * interval '1 day' FROM candidate c WHERE c.id BETWEEN 30 AND 400 AND c.claims IS NULL AND $which ORDER BY c.id LIMIT $most", ['l' => $list, 'n' => $note, 'by' => $by, 'at' => $this->ago(25)]);
        }
        foreach ([[211, '10412', 'Deck', 900, null], [233, '10877', 'Electrical', 1400, 220], [247, '11035', 'Catering', 300, null]] as [$id, $number, $unit, $since, $left]) {
            $this->db->execute('INSERT INTO colleague (number, name, email, phone, unit, since, until, at) SELECT :n, name, email, phone, :u, :s, :l, :at FROM candidate WHERE id = :c', ['n' => $number, 'u' => $unit, 's' => $this->ago($since)->format('Y-m-d'), 'l' => null === $left ? null : $this->ago($left)->format('Y-m-d'), 'at' => $this->ago(3), 'c' => $id]);
            $this->db->execute('UPDATE candidate SET colleague = :n WHERE id = :c', ['n' => $number, 'c' => $id]);
        }
        // the same name and number, another address: someone has to say
        $p = $this->db->row('SELECT name, email, phone FROM candidate WHERE id = 262') ?? throw new \LogicException('There is one.');
        $pair = Comparison::of(Traits::of($p->str('name'), $p->str('email'), [$p->str('phone')]), Traits::of($p->str('name'), 'private.'.$p->str('email'), [$p->str('phone')]));
        $this->db->execute("INSERT INTO colleague (number, name, email, phone, unit, since, at, like_id, likeness, reasons) VALUES ('11200', :n, :e, :p, 'Engine', :s, :at, 262, :l, CAST(:r AS jsonb))", ['n' => $p->str('name'), 'e' => 'private.'.$p->str('email'), 'p' => $p->str('phone'), 's' => $this->ago(60)->format('Y-m-d'), 'at' => $this->ago(3), 'l' => Weights::prior()->probability($pair), 'r' => json_encode(Weights::prior()->reasons($pair), \JSON_THROW_ON_ERROR)]);
        foreach ([['Kirkvoe Harbour', 200, 'Sister house; agreed by the two boards.'], ['Granholm Data', null, 'They run our booking; agreed with their head of staff.']] as [$employer, $days, $note]) {
            $this->db->insert('no_poach', ['employer' => $employer, 'folded' => Traits::company($employer), 'until' => null === $days ? null : $this->today->modify("+$days days")->format('Y-m-d'), 'note' => $note, 'account_id' => $this->accounts['Runa Eikeland'], 'at' => $this->ago(40)]);
        }
    }

    /** Letters of the last months to people found, and who answered; what some told on the phone, and notes of it. */
    private function letters(): void
    {
        $people = [];
        foreach ($this->db->rows('SELECT id, active_on FROM candidate WHERE id BETWEEN 30 AND 400 AND id % 3 <> 0 AND email IS NOT NULL AND claims IS NULL AND contact_barred_until IS NULL ORDER BY id') as $row) {
            $people[$row->int('id')] = $row->strOrNull('active_on');
        }
        $requisitions = array_map(static fn ($r): int => $r->int('id'), $this->db->rows("SELECT id FROM requisition WHERE state = 'approved' ORDER BY number LIMIT 6"));
        $by = [$this->accounts['Solveig Aune'], $this->accounts['Mo Bakkerud'], $this->accounts['Solveig Aune']];
        foreach ($people as $id => $active) {
            $answered = 0;
            for ($n = 0, $all = $this->random->getInt(0, 2); $n < $all; ++$n) {
                $at = $this->ago(240 - 90 * $n - $this->random->getInt(0, 60));
                [$history, $activity] = [AnswerChance::history($n, $answered), AnswerChance::activity(null === $active ? null : new \DateTimeImmutable($active), $at)];
                $answers = $this->share() < ['new' => .34, 'silent' => .12, 'some' => .4, 'always' => .7][$history] * (1 - .15 * $activity);
                $requisition = $requisitions[$id % \count($requisitions)];
                $letter = $this->db->insert('letter', ['candidate_id' => $id, 'requisition_id' => $requisition, 'account_id' => $by[$id % 3], 'history' => $history, 'activity' => $activity, 'written_at' => $at, 'answered_at' => $answers ? $at->modify('+'.$this->random->getInt(4, 90).' hours') : null]);
                $personal = $this->db->insert('personal_value', ['candidate_id' => $id, 'content' => ['subject' => 'Work at the yard and at sea', 'text' => 'Would you like to hear more? A short answer is enough, also if it is no.']]);
                $this->delivered('letter-'.$letter, $id, $requisition, $personal, $at);
                $answered += $answers ? 1 : 0;
            }
        }
        $this->db->execute('UPDATE candidate c SET asked = x.asked, answered = x.answered, written_on = x.day FROM (SELECT candidate_id, count(*) AS asked, count(answered_at) AS answered, CAST(max(written_at) AS date) AS day FROM letter GROUP BY 1) x WHERE c.id = x.candidate_id');
        $this->db->execute("UPDATE candidate SET permits = ARRAY[coalesce(country, 'NO')::text], remote = id % 4 = 0, considers_on = CASE WHEN id % 5 = 0 THEN CAST(:day AS date) - (id % 150) END WHERE id BETWEEN 30 AND 400 AND id % 2 = 0 AND claims IS NULL", ['day' => $this->today->format('Y-m-d')]);
        foreach ([211 => 'Asks for a cabin of their own on long nights.', 226 => 'Spoke at the harbour fair; would rather start after the herring.', 238 => 'Knows our crew on the Vigo run.'] as $id => $text) {
            $this->db->insert('candidate_note', ['candidate_id' => $id, 'account_id' => $this->accounts['Solveig Aune'], 'text' => $text, 'at' => $this->ago(20)]);
        }
    }

    /** Everyone is kept for a reason: long known ones said so when they were asked; a dozen are asked just now; some asked for something themselves. */
    private function kept(): void
    {
        $this->db->execute("UPDATE candidate SET renewed_at = :now::timestamptz - (id % 280) * interval '1 day' WHERE created_at < :now::timestamptz - interval '100 days'", ['now' => $this->now]);
        // twelve whose year is nearly over
        $soon = array_map(static fn ($r): int => $r->int('id'), $this->db->rows("SELECT c.id FROM candidate c WHERE c.id BETWEEN 100 AND 400 AND c.email IS NOT NULL AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id AND (a.state IN ('active', 'hired') OR a.applied_at > :recent)) AND NOT EXISTS (SELECT 1 FROM opening_alert o WHERE o.candidate_id = c.id) ORDER BY c.id LIMIT 12", ['recent' => $this->ago(250)]));
        foreach ($soon as $n => $id) {
            $this->db->execute('UPDATE candidate SET created_at = :long, renewed_at = :at WHERE id = :id', ['id' => $id, 'long' => $this->ago(500), 'at' => $this->now->modify('-12 months')->modify('+'.(6 + 5 * $n).' days')]);
            $this->db->execute('UPDATE resume SET created_at = :long WHERE candidate_id = :id', ['id' => $id, 'long' => $this->ago(500)]);
        }
        foreach ([[3, 'data', 'page', 9, 9], [9, 'data', 'letter', 6, null], [14, 'forget', 'phone', 4, null]] as [$n, $kind, $way, $asked, $done]) {
            $this->db->insert('data_request', ['candidate_id' => 200 + $n, 'kind' => $kind, 'way' => $way, 'asked_at' => $this->ago($asked), 'done_at' => null === $done ? null : $this->ago($done)]);
        }
        $this->db->execute("UPDATE candidate SET keep_until = CAST(renewed_at + interval '12 months' AS date), keep_asked_at = CASE WHEN renewed_at < :asked THEN renewed_at + interval '335 days' END WHERE id IN (:ids)", ['ids' => $soon, 'asked' => $this->now->modify('-12 months')->modify('+30 days')]);
    }

    /** Who may be someone known: asked about, with how likely it is. */
    private function alike(int $intake): void
    {
        foreach ([45 => .93, 71 => .71] as $id => $likeness) {
            $p = $this->db->row('SELECT name, phone, city, headline FROM candidate WHERE id = :id', ['id' => $id]) ?? throw new \LogicException('There is one.');
            $text = $p->str('name')."\n".$p->str('city').' · other.address.'.$id.'@mail.example'.($likeness > .9 ? ' · '.$p->str('phone') : '')."\n\nWORK\n\n".$p->str('headline')."\nMar 2021 – now\n";
            $this->db->insert('intake_file', ['intake_id' => $intake, 'name' => 'cv-'.$id.'.txt', 'sha256' => $this->files->put($text), 'size' => \strlen($text), 'state' => 'known', 'refusal' => 'looks_like', 'likeness' => $likeness, 'candidate_id' => $id, 'at' => $this->ago(2)]);
        }
    }

    /** What came by mail yesterday: one read, one letter without a resume. */
    private function mails(): void
    {
        $intake = $this->db->insert('intake', ['account_id' => null, 'state' => 'open', 'created_at' => $this->ago(1)]);
        $person = $this->db->row('SELECT c.id, c.name, c.email, r.id AS resume, r.file_name, r.file_sha256, r.size FROM candidate c JOIN resume r ON r.candidate_id = c.id WHERE c.id = 66') ?? throw new \LogicException('There is a 66th.');
        foreach ([[$person->str('name'), $person->str('email'), 'A winter in the yard?', "Dear all,\n\nI saw the ferry come in last week, and the lights on her bridge. If you need hands this winter, mine are free from January; my resume is enclosed.\n\nKind regards\n".$person->str('name'), $person->int('id')], ['Ola Nordberg', 'ola.nordberg@post.example', 'Sommerjobb', "Hei,\n\nhar dere noe på verftet i sommer?\n\nOla", null]] as $n => [$name, $from, $subject, $text, $candidate]) {
            $personal = $this->db->insert('personal_value', ['candidate_id' => $candidate, 'content' => ['from' => $from, 'name' => $name, 'subject' => $subject, 'text' => $text]]);
            $mail = $this->db->insert('mail_in', ['message_key' => hash('sha256', $from), 'state' => 'taken', 'personal_id' => $personal, 'locale' => null === $candidate ? 'nb' : 'en', 'came_at' => $this->ago(1), 'answered_at' => $this->ago(1)]);
            $raw = "From: $name <$from>\r\nTo: jobs@skerryline.example\r\nSubject: $subject\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n$text\r\n";
            $file = null === $candidate ? ['name' => 'mail.eml', 'sha256' => $this->files->put($raw), 'size' => \strlen($raw), 'state' => 'failed', 'refusal' => 'mail_without_resume'] : ['name' => $person->str('file_name'), 'sha256' => $person->str('file_sha256'), 'size' => $person->int('size'), 'state' => 'read', 'candidate_id' => $candidate, 'resume_id' => $person->int('resume')];
            $this->db->insert('intake_file', ['intake_id' => $intake, 'mail_id' => $mail, 'at' => $this->ago(1)] + $file);
        }
    }

    private function inOtherLanguages(): void
    {
        foreach (JobBoards::TEXTS as [$number, $locale, $title, $html]) {
            $of = $this->db->row('SELECT id, recruiter_id FROM requisition WHERE number = :n', ['n' => $number])
                ?? throw new \LogicException('A requisition of the demo.');
            $by = $of->int('recruiter_id');
            $this->postings->text($of->int('id'), $locale, $title, $html, $by, $this->ago(20));
        }
    }

    /** Some let us remember which adverts they followed before the one they applied by. */
    private function remembered(): void
    {
        $this->db->execute("UPDATE application a SET touches = jsonb_build_array(jsonb_build_object('p', o.id, 'on', CAST(a.applied_at AS date) - 4), jsonb_build_object('p', a.posting_id, 'on', CAST(a.applied_at AS date)))
            FROM posting p CROSS JOIN LATERAL (SELECT x.id FROM posting x WHERE x.requisition_id = p.requisition_id AND x.id <> p.id AND x.live_at < now() ORDER BY md5(x.code || p.code) LIMIT 1) o WHERE p.id = a.posting_id AND a.origin = 'applied' AND a.id % 5 < 2");
    }

    private function organisation(): void
    {
        $this->entities->persist(new Identity(Organisation::COMPANY, Organisation::SENDER));
        $this->entities->flush();
        foreach (Organisation::SITES as [$id, $name, $city, $country, $zone, $currency, $latitude, $longitude]) {
            [$region, $postcode] = JobBoards::PLACES[$city];
            $facts = SiteFacts::of($name, $city, $country, $region, $postcode, $zone, $currency, $latitude, $longitude);
            $this->entities->persist($this->sites[$id] = new Site($facts));
        }
        $this->entities->flush();
        $this->structures();
        foreach (Organisation::PEOPLE as [$name, $email, $title, $site, $unit, $roles, $rank, $posts]) {
            $zone = Organisation::SITES[$site - 1][4];
            $id = $this->accounts[$name] = $this->db->insert('account', ['name' => $name, 'email' => $email, 'password_hash' => $this->passwordHash, 'title' => $title, 'site_id' => $site, 'unit_id' => $unit, 'zone' => $zone, 'demo_rank' => $rank, 'created_at' => $this->ago(400)]);
            foreach ($roles as $role => $for) {
                foreach ((array) $for as $given) {
                    $this->db->insert('account_grant', ['account_id' => $id, 'role' => $role, 'unit_id' => $given]);
                }
            }
            foreach ($posts as $post => $units) {
                foreach ($units as $held) {
                    $this->entities->persist(new PostHolder($held, Post::from($post), $id));
                }
            }
        }
        $this->entities->flush();
        $this->reach->draw(null);
        $this->holdBack('Morag Isbister');
        foreach (PublicHolidays::calendars((int) $this->today->format('Y')) as $country => $calendar) {
            ($this->holidays)($country, $calendar);
        }
        foreach (Organisation::RATES as $currency => $rate) {
            $this->rates->set($currency, $this->today->modify('-1 day')->format('Y-m-d'), (string) $rate);
        }
    }

    private function structures(): void
    {
        foreach (Organisation::STRUCTURES as $i => [$name, $state, $units]) {
            $version = new StructureVersion($name, null, $this->ago(340 - 150 * $i));
            foreach ($units as $unit => $parent) {
                $version->put($this->unit($unit, $parent), $this->sites[Organisation::PLACES[$unit] ?? 0] ?? null);
            }
            if ('draft' !== $state) {
                $version->bringIntoForce($this->ago('kept' === $state ? 330 : 16));
            }
            if ('kept' === $state) {
                $version->keep();
            }
            $this->entities->persist($version);
            $this->entities->flush();
            if ('draft' !== $state) {
                // the second is in force; writing the first as well leaves what only it has, not in force
                $this->units->project($version->asStructure());
            }
        }
        foreach (Organisation::UNITS as $unit => [, , , $people]) {
            $this->db->execute('UPDATE org_unit SET headcount = :n WHERE id = :id', ['n' => $people, 'id' => $unit]);
        }
    }

    private function unit(int $id, ?int $parent): Unit
    {
        [$code, $name, $kind] = Organisation::UNITS[$id];
        $day = fn (?int $days): ?\DateTimeImmutable => null === $days
            ? null
            : new \DateTimeImmutable($this->today->format('Y-m-d').\sprintf(' %+d days', $days));
        [$from, $to] = array_map($day, Organisation::VALID[$id] ?? [null, null]);
        $retired = \in_array($id, Organisation::RETIRED, true);

        return new Unit(
            $id, $parent, $code, $name, UnitKind::from($kind), $from, $to, $retired,
            Organisation::PLAN[$id] ?? null, Organisation::PLACES[$id] ?? null,
        );
    }

    /** One list was drawn before the version in force, and its redrawing waits. */
    private function holdBack(string $name): void
    {
        $id = $this->accounts[$name];
        $this->db->execute("DELETE FROM reach_list l USING org_unit u WHERE l.account_id = :a AND u.id = l.unit_id AND NOT EXISTS (SELECT 1 FROM org_node n JOIN org_structure s ON s.id = n.structure_id WHERE s.state = 'kept' AND n.unit_id = u.id AND n.parent_id = u.parent_id)
            AND u.id NOT IN (SELECT unit_id FROM account_grant WHERE account_id = :a)", ['a' => $id]);
        $this->db->execute("UPDATE reach_stamp SET structure_id = (SELECT id FROM org_structure WHERE state = 'kept'), drawn_at = :at WHERE account_id = :a", ['a' => $id, 'at' => $this->ago(23)]);
        $this->db->insert('delivery', [
            'kind' => DrawReach::kind(), 'message' => self::message(new DrawReach($id)), 'subject_kind' => 'reach', 'subject_id' => $id,
            'key' => 'reach-held-'.$id, 'available_at' => $this->now->modify('+5 years'), 'created_at' => $this->ago(16),
        ]);
    }

    private function catalogue(): void
    {
        $families = [];
        foreach (Catalogue::FAMILIES as $id => $name) {
            $this->entities->persist($families[$id] = new JobFamily($name));
        }
        $this->entities->flush();
        foreach (Catalogue::library() as $name => $question) {
            $asked = Question::fromArray($question);
            $this->entities->persist(new LibraryQuestion($name, $asked, $this->accounts['Runa Eikeland'], $this->ago(200)));
        }
        foreach (Catalogue::profiles() as $p) {
            $content = new ProfileContent(
                $p['title'], $p['level'], $p['family'], $p['summary'], $p['description'], $p['musts'], $p['wishes'],
                $p['years'], 0 === $p['years'] ? null : $p['years'] + 7, self::EDUCATION[$p['trade']] ?? 'vocational',
                $p['bands'], self::BENEFITS, $p['competencies'], [], $p['questions'],
            );
            $by = $this->accounts['Runa Eikeland'];
            $this->entities->persist(new RoleProfile($content, $families[$p['family']], $by, '', $this->ago(390)));
        }
        $this->entities->flush();
    }

    /**
     * The first 400 have originals in all kinds of files and are read; now and then a time is told by its season, so that someone has to look.
     *
     * @return array<string, mixed>
     */
    private function resume(int $id, string $text, int $daysAgo): array
    {
        $row = ['candidate_id' => $id, 'file_sha256' => null, 'media_type' => 'text/plain', 'file_name' => 'resume.txt', 'size' => \strlen($text), 'text' => $text, 'created_at' => $this->ago($daysAgo), 'reading' => null, 'unsure' => 0];
        if ($id > 400) {
            return $row;
        }
        if (0 === $id % 19) {
            $text = (string) preg_replace_callback('/\b(Mar|Jun|Sep|Dec)[a-z]* (\d{4})/', static fn (array $m): string => ['Mar' => 'Spring', 'Jun' => 'Summer', 'Sep' => 'Autumn', 'Dec' => 'Winter'][$m[1]].' '.$m[2], $text);
        }
        $kind = 0 === $id % 40 ? 'pdf' : ['docx', 'odt', 'rtf', 'html', 'txt'][$id % 5];
        $original = Originals::write($kind, $text);
        $reading = ($this->reader ??= new Reader())->read($text, $this->now);

        return ['text' => $text, 'file_sha256' => $this->files->put($original), 'media_type' => Originals::TYPES[$kind], 'file_name' => 'cv.'.$kind, 'size' => \strlen($original), 'reading' => $reading->toArray(), 'unsure' => \count($reading->unsure())] + $row;
    }

    /** @return array{id: int, text: string, headline: string, years: float, city: string, would_move: bool|null} */
    private function candidate(?string $trade, ?string $city, int $daysAgo): array
    {
        $id = ++$this->person;
        $p = $this->people->one($id, $trade, $city);
        $locale = ['NO' => 'nb', 'PL' => 'pl'][$p['country']] ?? 'en';
        [$earns, $expects] = self::pay($id, $p['trade'], $p['years'], $p['country']);
        $currency = Organisation::CURRENCY[$p['country']] ?? 'EUR';
        $this->bulk('candidate')->add(['id' => $id, 'pay_current' => $earns, 'pay_expected' => $expects, 'pay_currency' => null === $earns && null === $expects ? null : $currency, 'name' => $p['name'], 'email' => $p['email'], 'phone' => $p['phone'], 'city' => $p['city'], 'country' => $p['country'], 'zone' => Trades::ZONES[$p['country']], 'locale' => $locale, 'headline' => $p['headline'], 'years' => (string) $p['years'], 'would_move' => $p['would_move'], 'employer' => $p['jobs'][0]['employer'], 'employer_folded' => Traits::company($p['jobs'][0]['employer']), 'source' => 'applied', 'active_on' => $p['active_on'], 'contact_barred_until' => 0 === $id % 29 ? $this->today->modify('+200 days')->format('Y-m-d') : null, 'created_at' => $this->ago($daysAgo)]);
        $this->bulk('resume', ['reading' => 'jsonb'])->add($this->resume($id, $p['text'], $daysAgo));
        foreach (Blocks::keys(Traits::of($p['name'], $p['email'], [$p['phone']], array_map(static fn (array $j): array => ['name' => $j['employer'], 'from' => null, 'to' => null], $p['jobs']), [], $p['city'])) as $key) {
            $this->bulk('candidate_block')->add(['key' => $key, 'candidate_id' => $id]);
        }

        return ['id' => $id, 'text' => $p['text'], 'headline' => $p['headline'], 'years' => $p['years'], 'city' => $p['city'], 'would_move' => $p['would_move']];
    }

    /**
     * What someone of a trade earns and hopes for, minor units of their currency; some name neither. From the number, not from chance, so that nothing else of the world shifts.
     *
     * @return array{int|null, int|null}
     */
    private static function pay(int $id, string $trade, float $years, string $country): array
    {
        $spread = static fn (int $salt): float => (hexdec(substr(hash('crc32b', $id.'-'.$salt), 0, 6)) % 1000) / 1000;
        $level = ['analyst' => 640, 'architect' => 720, 'finance' => 640, 'people' => 600, 'engineer' => 640, 'electrician' => 620, 'deck' => 640, 'welder' => 560, 'steward' => 480, 'port' => 540][$trade] ?? 580;
        $currency = Organisation::CURRENCY[$country] ?? 'EUR';
        $place = ['NOK' => 1.0, 'EUR' => .72, 'GBP' => .84, 'PLN' => .5, 'CAD' => .82][$currency];
        $earns = $level * 1000 * $place * (.82 + .02 * min(15, $years) + .22 * $spread(1)) / 11.62 * Organisation::RATES[$currency];
        $round = static fn (float $amount): int => (int) (1000 * round($amount / 1000)) * 100;

        return [$spread(2) < .45 ? $round($earns) : null, $spread(3) < .6 ? $round($earns * (1.02 + .14 * $spread(4))) : null];
    }

    private function requisition(int $number, string $title, int $site, int $unit, string $manager, string $recruiter, string $state, int $openedAgo, int $targetIn, int $applicants, int $positions): void
    {
        $profile = array_values(array_filter(Catalogue::profiles(), static fn (array $p): bool => $p['title'] === $title))[0];
        $currency = Organisation::SITES[$site - 1][5];
        $above = 'Chief Engineer' === $title ? self::ABOVE_BAND : 0;
        [$from, $to] = $profile['bands'][$currency];
        $to += $above;
        $approvedAt = \in_array($state, ['approved', 'filled'], true) ? $this->ago($openedAgo - 1) : null;
        $time = new Time(
            openedOn: $this->ago($openedAgo)->setTime(0, 0),
            targetOn: $this->today->modify(($targetIn < 0 ? '' : '+').$targetIn.' days'),
        );
        $team = new Team($this->accounts[$manager], $this->accounts[$manager], $this->accounts[$recruiter]);
        $brief = $this->briefs->brief($profile, $team, $unit, $site, $positions, $time, $above);
        $requisition = $this->briefs->open(
            $number, $profile, $brief, RequisitionState::from($state), $this->ago($openedAgo + 3),
            $this->ago($openedAgo + 2), $this->ago($openedAgo - 1), $this->ago(5),
        );
        $id = $requisition->id;
        $this->briefs->search($requisition);
        $this->told($openedAgo + 3, $manager, 'requisition.opened', 'requisition', $id, $id);
        $this->approvals($requisition, $unit, $state, $openedAgo, $title);
        if (null === $approvedAt) {
            return;
        }
        $postings = $this->postings($id, $number, $openedAgo, 'filled' === $state ? 5 : 0, false);
        $city = Organisation::SITES[$site - 1][2];
        $questions = Questionnaire::fromArray($profile['questions']);
        for ($i = 0; $i < $applicants; ++$i) {
            $this->application($id, $manager, $recruiter, $profile, $city, $questions, $postings, $openedAgo, $i, 'filled' === $state, $currency, [$from, $to], $title);
        }
    }

    /** One that is over, told briefly: its people, and the one who signed. */
    private function earlier(int $number, string $title, int $site, int $unit, string $manager, string $recruiter, string $state, int $openedAgo, int $days, int $applicants, int $positions): void
    {
        $profile = array_values(array_filter(Catalogue::profiles(), static fn (array $p): bool => $p['title'] === $title))[0];
        $currency = Organisation::SITES[$site - 1][5];
        [$from, $to] = $profile['bands'][$currency];
        $ended = max(1, $openedAgo - $days);
        $approved = 'declined' === $state ? null : $this->ago($openedAgo - 1);
        $time = new Time(
            openedOn: $this->ago($openedAgo)->setTime(0, 0), targetOn: $this->ago($openedAgo - 60)->setTime(0, 0),
        );
        $team = new Team($this->accounts[$manager], $this->accounts[$manager], $this->accounts[$recruiter]);
        $brief = $this->briefs->brief($profile, $team, $unit, $site, $positions, $time);
        $id = $this->briefs->open(
            $number, $profile, $brief, RequisitionState::from($state), $this->ago($openedAgo + 3),
            $this->ago($openedAgo + 2), $this->ago($openedAgo - 1), $this->ago($ended),
        )->id;
        $this->told($openedAgo + 3, $manager, 'requisition.opened', 'requisition', $id, $id);
        $postings = null === $approved ? [] : $this->postings($id, $number, $openedAgo, $ended, true);
        for ($i = 0; $i < $applicants; ++$i) {
            $c = $this->candidate($profile['trade'], null, max($ended, $openedAgo - 3 - $i));
            $this->bulk('candidate')->flush();
            $signed = 'filled' === $state && 0 === $i;
            $held = 'on_hold' === $state;
            $at = $this->ago(max($ended, $openedAgo - 3 - $i), 10, $i);
            $board = [] === $postings ? null : $this->cameBy($postings);
            $further = null === $board || $this->share() < JobBoards::DOES[$board][3];
            $application = $this->db->insert('application', ['candidate_id' => $c['id'], 'requisition_id' => $id, 'origin' => 'applied', 'posting_id' => null === $board ? null : $postings[$board], 'stage' => $signed ? 'hired' : ($further || $held ? 'screening' : 'new'), 'state' => $signed ? 'hired' : ($held ? 'active' : 'closed'), 'entered_at' => $at, 'applied_at' => $at, 'closed_reason' => $signed || $held ? null : ('cancelled' === $state ? 'cancelled' : 'position_filled'), 'closed_at' => $signed || $held ? null : $this->ago($ended)]);
            if ($held) {
                $this->bulk('stage_visit')->add(['application_id' => $application, 'stage' => 'screening', 'entered_at' => $at, 'left_at' => null]);
            }
            if ($signed) {
                $base = (int) (1000 * round(($from + .5 * ($to - $from)) / 1000)) * 100;
                $offer = $this->db->insert('offer', ['application_id' => $application, 'base' => $base, 'currency' => $currency, 'first_day' => $this->ago($ended - 40)->format('Y-m-d'), 'answer_by' => $this->ago($ended)->format('Y-m-d'), 'state' => 'accepted', 'composed_by' => $this->accounts[$recruiter], 'letter_sha256' => str_repeat('0', 64), 'sent_at' => $this->ago($ended + 4), 'decided_at' => $this->ago($ended), 'signed_name' => 'signed in the demo world', 'created_at' => $this->ago($ended + 5)]);
                $this->db->insert('hire', ['application_id' => $application, 'offer_id' => $offer, 'signed_at' => $this->ago($ended), 'first_day' => $this->ago($ended - 40)->format('Y-m-d'), 'record_number' => 'M-'.(30_000 + $number)]);
            }
        }
        $this->told($ended, 'declined' === $state ? 'Isla Farquhar' : $recruiter, ['filled' => 'requisition.filled', 'cancelled' => 'requisition.cancelled', 'on_hold' => 'requisition.on_hold', 'declined' => 'brief.declined'][$state] ?? 'requisition.filled', 'requisition', $id, $id);
    }

    private function approvals(Requisition $requisition, int $unit, string $state, int $openedAgo, string $title): void
    {
        if ('draft' === $state) {
            return;
        }
        $id = $requisition->id;
        $holder = fn (Post $post): int => $this->db->int(
            "SELECT h.account_id FROM post_holder h JOIN org_unit u ON u.id = h.unit_id
             JOIN org_unit m ON m.path LIKE u.path || '%' WHERE m.id = :u AND h.post = :p ORDER BY length(u.path) DESC LIMIT 1",
            ['u' => $unit, 'p' => $post->value],
        );
        $names = array_flip($this->accounts);
        $steps = [new ApprovalStep(Post::DepartmentHead, 'positions_are_theirs', ['positions' => 1])];
        if ('Chief Engineer' === $title) {
            $above = ['by' => self::ABOVE_BAND, 'currency' => 'NOK'];
            $steps[] = new ApprovalStep(Post::Finance, 'above_band', $above, 2);
        }
        $this->told($openedAgo + 2, $names[$requisition->brief()->team->manager], 'brief.asked', 'requisition', $id, $id);
        foreach ($steps as $step) {
            $done = 'asked' !== $state || ('Chief Engineer' === $title && 1 === $step->rank);
            $answer = !$done ? null : (Decision::tryFrom($state) ?? Decision::Agreed);
            $note = match ($answer) {
                Decision::SentBack => 'Two of the musts ask for the same paper. Which one do we need?',
                Decision::Declined => 'Not this year: the slip is closed from March.',
                default => '',
            };
            [$approver, $at] = [$holder($step->post), $this->ago(max(0, $openedAgo - 1))];
            $this->briefs->approval($requisition, null, $step, $approver, $this->ago($openedAgo), $answer, $note, $at);
            if (null !== $answer) {
                $act = 'brief.'.$answer->value;
                $this->told(max(0, $openedAgo - 1), $names[$approver], $act, 'requisition', $id, $id, null, ['note' => $note]);
            }
        }
    }

    /** @return non-empty-array<string, int> postings by board, each with its days: lively at first, then less, after the season */
    private function postings(int $id, int $number, int $openedAgo, int $endedAgo, bool $earlier): array
    {
        $postings = [];
        foreach (JobBoards::of($number, $earlier) as $i => $board) {
            $code = substr(hash('sha256', $board.$number), 0, 10);
            $own = 'careers' === $board;
            $begunAgo = max($endedAgo + 1, $openedAgo - 1 - ($own ? 0 : $i));
            $over = $earlier || $endedAgo > 0;
            $downAgo = $over ? ($own ? $endedAgo : max($endedAgo, $begunAgo - 30)) : 0;
            $until = $this->today->modify(match (true) {
                $over => '-'.$downAgo.' days', 2201 === $number && 'quayside' === $board => '+1 day', default => '+'.(20 + $number % 9).' days',
            });
            $postings[$board] = $posting = $this->postings->post(
                $id, $board, $code, $this->ago($begunAgo), $until, $over ? $this->ago($downAgo) : null,
                $downAgo <= $endedAgo, !$over && $begunAgo > 30,
            );
            [$visits, $starts] = JobBoards::DOES[$board];
            for ($day = $begunAgo; $day >= $downAgo; --$day) {
                $on = $this->ago($day);
                $seen = $this->poisson($visits * JobBoards::SEASON[(int) $on->format('n') - 1] * (.35 + .65 * exp(-($begunAgo - $day) / 18)));
                $this->bulk('posting_day')->add(['posting_id' => $posting, 'day' => $on->format('Y-m-d'), 'visits' => $seen, 'started' => min($seen, $this->poisson($seen * $starts))]);
            }
        }

        return $postings;
    }

    private function poisson(float $mean): int
    {
        $k = 0;
        for ($p = $this->share(), $floor = exp(-$mean); $p > $floor; $p *= $this->share()) {
            ++$k;
        }

        return $k;
    }

    private function share(): float
    {
        return $this->chance->getInt(0, 1_000_000) / 1_000_000;
    }

    /** @param non-empty-array<string, int> $postings */
    private function cameBy(array $postings): string
    {
        $weights = array_intersect_key(array_map(static fn (array $does): int => $does[2], JobBoards::DOES), $postings);
        $at = $this->chance->getInt(1, max(1, array_sum($weights)));
        foreach ($weights as $board => $weight) {
            $at -= $weight;
            if ($at <= 0) {
                return $board;
            }
        }

        return array_key_first($postings);
    }

    /**
     * @param array{trade: string, competencies: list<array<string, string>>, questions: list<array<string, mixed>>, years: int, ...} $profile
     * @param non-empty-array<string, int> $postings
     * @param array{int, int}                                                                                                       $band
     */
    private function application(int $requisition, string $manager, string $recruiter, array $profile, string $city, Questionnaire $questions, array $postings, int $openedAgo, int $i, bool $ended, string $currency, array $band, string $title): void
    {
        $appliedAgo = max(0, (int) round(($openedAgo - 2) * (1 - $i / 40) - $this->random->getInt(0, 4)));
        $c = $this->candidate(0 === $i % 7 ? null : $profile['trade'], 0 === $i % 2 ? $city : null, $appliedAgo);
        $this->bulk('candidate')->flush();
        $sourced = 3 === $i % 6;
        $answers = $sourced ? [] : ['paper' => 0 === $this->random->getInt(0, 11) ? 'no' : 'yes', 'years' => (string) (int) min($c['years'], $profile['years'] + $this->random->getInt(-1, 4) > 0 ? $profile['years'] + $this->random->getInt(0, 4) : 1), 'shift' => ['Yes', 'Yes', 'Sometimes', 'No'][$this->random->getInt(0, 3)]];
        $score = $questions->score($answers);
        $failed = [] !== $score->failed();
        [$stage, $state, $reason] = $this->whereabouts($i, $failed, $ended, $appliedAgo, $title);
        $knockOut = $failed ? ('closed' === $state ? 'confirmed' : 'failed') : 'none';
        $applied = $this->ago($appliedAgo, 9, $i);
        [$visits, $entered] = $this->visits($stage, $applied, 'active' !== $state);
        $id = $this->db->insert('application', [
            'candidate_id' => $c['id'], 'requisition_id' => $requisition, 'origin' => $sourced ? 'sourced' : 'applied', 'posting_id' => $sourced ? null : $postings[$this->cameBy($postings)], 'stage' => $stage->value, 'state' => $state, 'entered_at' => $entered, 'applied_at' => $applied,
            'answers' => [] === $answers ? new \stdClass() : $answers, 'score' => $sourced ? null : $score->value, 'knock_out' => $knockOut, 'knock_out_due' => $failed ? $applied->modify('+1 day') : null, 'knock_out_by' => 'confirmed' === $knockOut ? $this->accounts[$recruiter] : null,
            'closed_reason' => $reason, 'closed_at' => null === $reason ? null : $this->ago(min($appliedAgo, 5)), 'consent_version' => 1, 'consented_at' => $applied,
        ]);
        foreach ($visits as [$visited, $from, $to]) {
            $this->bulk('stage_visit')->add(['application_id' => $id, 'stage' => $visited->value, 'entered_at' => $from, 'left_at' => $to]);
        }
        $this->told($appliedAgo, $sourced ? $recruiter : null, $sourced ? 'candidate.kept' : 'application.received', 'application', $id, $requisition, $c['id']);
        if (!$sourced) {
            $this->mailed($id, $c['id'], $requisition, $applied, $title);
        }
        if (!$stage->isBefore(Stage::Interview) && (Stage::Interview !== $stage || 0 !== $i % 4) && ('active' === $state || 'hired' === $state || 0 === $i % 3)) {
            $this->interview($id, $c['id'], $requisition, $stage, $i, $manager, $recruiter, $profile['competencies'], $entered);
        }
        if (Stage::Offer === $stage || Stage::Hired === $stage) {
            $this->offer($id, $requisition, $c['id'], $stage, $recruiter, $currency, $band, $title);
        }
    }

    /** @return array{Stage, string, string|null} */
    private function whereabouts(int $i, bool $failed, bool $ended, int $appliedAgo, string $title): array
    {
        if ($ended) {
            return 1 === $i ? [Stage::Hired, 'hired', null] : [[Stage::Screening, Stage::FirstCall, Stage::Interview][$i % 3], 'closed', 'position_filled'];
        }
        if ($failed) {
            return $appliedAgo > 6 ? [Stage::New, 'closed', 'knock_out'] : [Stage::New, 'active', null];
        }
        if (1 === $i && \in_array($title, ['Marine Electrician', 'Ticketing Data Analyst'], true)) {
            return [Stage::Offer, 'active', null];
        }
        if (4 === $i % 9 && $appliedAgo > 8) {
            return [[Stage::Screening, Stage::FirstCall][$i % 2], 'closed', ['skills', 'experience', 'pay'][$i % 3]];
        }
        $far = $appliedAgo > 25 ? 4 : ($appliedAgo > 14 ? 3 : ($appliedAgo > 6 ? 2 : ($appliedAgo > 2 ? 1 : 0)));
        $stage = [Stage::New, Stage::Screening, Stage::FirstCall, Stage::Interview, Stage::Decision][$this->random->getInt(max(0, $far - 1), $far)];

        return [$stage, 'active', null];
    }

    /** @return array{list<array{Stage, \DateTimeImmutable, \DateTimeImmutable|null}>, \DateTimeImmutable} */
    private function visits(Stage $last, \DateTimeImmutable $applied, bool $over): array
    {
        $stages = [Stage::New];
        while (end($stages) !== $last && null !== $next = end($stages)->next()) {
            $stages[] = $next;
        }
        $span = max(60, $this->now->getTimestamp() - $applied->getTimestamp());
        // the last stage was entered not long ago: up to a little over its agreed days
        $last = end($stages);
        $recent = min($span, (int) (86400 * $last->agreedDays() * $this->random->getInt(5, 125) / 100));
        $span = $over ? min($span, 86400 * array_sum(array_map(static fn (Stage $s): int => 1 + $s->agreedDays(), $stages))) : $span - $recent;
        $visits = [];
        $at = $applied;
        $whole = max(1, \count($stages) - 1);
        foreach ($stages as $k => $stage) {
            $until = $k === \count($stages) - 1 ? ($over ? max($at, $applied->setTimestamp($applied->getTimestamp() + $span)) : null) : $applied->setTimestamp($applied->getTimestamp() + intdiv($span * ($k + 1), $whole));
            $visits[] = [$stage, $at, null === $until ? null : max($until, $at)];
            $entered = $at;
            $at = $until ?? $at;
        }

        return [$visits, $entered ?? $applied];
    }

    /** @param list<array<string, string>> $competencies */
    private function interview(int $application, int $candidate, int $requisition, Stage $stage, int $i, string $manager, string $recruiter, array $competencies, \DateTimeImmutable $entered): void
    {
        $slot = $this->interviewCount++;
        $ahead = Stage::Interview === $stage && 0 !== $i % 3;
        $offered = Stage::Interview === $stage && 0 === $i % 5 && $ahead;
        // the next ones are on the next working day, six a day
        $turn = $ahead ? $this->aheadCount++ : $slot;
        $start = $this->workday(1 + intdiv($turn, 6), $ahead ? 1 : -1)->setTime(8 + $turn % 6, 0);
        $id = $this->db->insert('interview', ['application_id' => $application, 'candidate_id' => $candidate, 'title' => 'First interview', 'minutes' => 50, 'place' => 'Video, link in the calendar', 'state' => $offered ? 'offered' : 'booked', 'during' => $offered ? null : $this->range($start, 50), 'organiser_id' => $this->accounts[$recruiter], 'uid' => hash('sha256', 'i'.$application).'@skerryline.example', 'created_at' => $entered]);
        foreach (array_unique([$manager, ['Ines Teixeira', 'Piotr Zaremba'][$turn % 2]]) as $k => $who) {
            $this->db->insert('interview_seat', ['interview_id' => $id, 'account_id' => $this->accounts[$who], 'during' => $offered ? null : $this->range($start, 50)]);
            if (!$ahead && !(1 === $k && 0 === $slot % 5)) {
                $this->scorecard($id, $this->accounts[$who], $competencies, $start);
            }
        }
        if ($offered) {
            for ($s = 0; $s < 4; ++$s) {
                $this->db->execute('INSERT INTO interview_slot (interview_id, starts_at) VALUES (:i, :at)', ['i' => $id, 'at' => $this->workday(5 + $s, 1)->setTime(10 + $s, 0)]);
            }
        }
        $this->told($ahead ? 0 : 3, $recruiter, $offered ? 'interview.arranged' : 'interview.booked', 'interview', $id, $requisition, $candidate);
    }

    /** @param list<array<string, string>> $competencies */
    private function scorecard(int $interview, int $account, array $competencies, \DateTimeImmutable $start): void
    {
        $seen = ['Explained it step by step, with an example from the last winter.', 'Asked first, then drew it.', 'Knew the rule, was unsure about the reason.', 'Told of a mistake and what changed after it.', 'Handed the work on with a clear list.', 'Cut the other short twice.'];
        $ratings = [];
        $sum = 0;
        foreach ($competencies as $competency) {
            $value = max(1, min(5, 3 + $this->random->getInt(-1, 2)));
            $sum += $value;
            $ratings[] = ['competency' => $competency['name'], 'value' => $value, 'evidence' => $seen[$this->random->getInt(0, \count($seen) - 1)]];
        }
        $mean = $sum / max(1, \count($competencies));
        $at = $start->modify('+'.$this->random->getInt(60, 700).' minutes');
        $at = $at > $this->now ? $this->now : $at;
        $this->db->insert('scorecard', ['interview_id' => $interview, 'account_id' => $account, 'ratings' => $ratings, 'recommendation' => $mean >= 3.6 ? 'yes' : ($mean < 2.8 ? 'no' : 'unsure'), 'summary' => '', 'saved_at' => $at, 'submitted_at' => $at]);
    }

    /** @param array{int, int} $band */
    private function offer(int $application, int $requisition, int $candidate, Stage $stage, string $recruiter, string $currency, array $band, string $title): void
    {
        $asked = 'Ticketing Data Analyst' === $title;
        $base = $asked ? (int) (1000 * round(($band[0] + 0.7 * ($band[1] - $band[0])) / 1000)) : (int) (1000 * round(($band[0] + 0.45 * ($band[1] - $band[0])) / 1000));
        $hired = Stage::Hired === $stage;
        $id = $this->db->insert('offer', ['application_id' => $application, 'base' => $base * 100, 'currency' => $currency, 'first_day' => $this->today->modify('+45 days')->format('Y-m-d'), 'answer_by' => $this->today->modify($hired ? '-3 days' : '+9 days')->format('Y-m-d'), 'state' => $asked ? 'asked' : 'agreed', 'composed_by' => $this->accounts[$recruiter], 'created_at' => $this->ago($hired ? 12 : 2)]);
        $this->told($hired ? 12 : 2, $recruiter, 'offer.composed', 'offer', $id, $requisition, $candidate, ['after' => ['version' => 1, 'base' => $base, 'currency' => $currency]]);
        if ($asked) {
            $step = new ApprovalStep(Post::DepartmentHead, 'above_midpoint', [
                'by' => $base - intdiv($band[0] + $band[1], 2), 'currency' => $currency,
            ]);
            $of = $this->entities->find(Requisition::class, $requisition) ?? throw new \LogicException('It was opened before.');
            $this->briefs->approval($of, $id, $step, $this->accounts['Isla Farquhar'], $this->ago(2), null, '', $this->now);

            return;
        }
        $letter = $this->files->put($this->letter->pdf($id, $this->ago($hired ? 11 : 1)));
        $this->db->execute('UPDATE offer SET state = :state, letter_sha256 = :letter, sent_at = :sent, decided_at = :decided, signed_name = :name WHERE id = :id', ['id' => $id, 'state' => $hired ? 'accepted' : 'sent', 'letter' => $letter, 'sent' => $this->ago($hired ? 11 : 1), 'decided' => $hired ? $this->ago(7) : null, 'name' => $hired ? 'signed in the demo world' : null]);
        $this->told($hired ? 11 : 1, $recruiter, 'offer.sent', 'offer', $id, $requisition, $candidate);
        if ($hired) {
            $this->db->insert('hire', ['application_id' => $application, 'offer_id' => $id, 'signed_at' => $this->ago(7), 'first_day' => $this->today->modify('+45 days')->format('Y-m-d'), 'record_number' => 'M-40017']);
            $this->told(7, null, 'offer.signed', 'offer', $id, $requisition, $candidate);
            $this->told(5, $recruiter, 'requisition.filled', 'requisition', $requisition, $requisition);
        }
    }

    /** @param callable(string): void $tell */
    private function enlarge(callable $tell): void
    {
        $tell('5 000 staff');
        for ($i = 0; $i < 5000; ++$i) {
            $p = $this->people->one($i);
            $site = 1 + $i % 5;
            $this->bulk('account')->add(['name' => $p['name'], 'email' => "staff$i@skerryline.example", 'password_hash' => '', 'title' => explode(',', $p['headline'])[0], 'site_id' => $site, 'unit_id' => 2 + $i % 11, 'zone' => Organisation::SITES[$site - 1][4], 'created_at' => $this->ago(400)]);
        }
        $this->flush();
        $tell('100 000 candidates');
        for ($i = 0; $i < 100_000; ++$i) {
            $this->candidate(null, null, $i % 900);
            if (0 === ($i + 1) % 20_000) {
                $tell('  '.($i + 1).' of 100 000');
            }
        }
        $this->flush();
        $tell('300 requisitions');
        for ($i = 0; $i < 287; ++$i) {
            $row = self::REQUISITIONS[$i % 5];
            [$row[1], $row[6], $row[7], $row[8]] = [1 + $i % 5, 5 + $i % 70, 10 + $i % 60, 8];
            $this->requisition(2300 + $i, ...$row);
        }
        $this->flush();
    }

    /** Many more people, quickly: a few thousand invented ones, each again and again in another town with other years and pay. */
    private function crowd(int $count): void
    {
        $models = min($count, 4000);
        $first = $this->person + 1;
        for ($i = 0; $i < $models; ++$i) {
            $this->candidate(null, null, $i % 900);
        }
        $this->flush();
        $last = $this->person;
        $copies = (int) ceil(($count - $models) / $models);
        if ($copies <= 0) {
            return;
        }
        $this->db->execute('SELECT setseed(0.5)');
        $this->db->execute(
            "INSERT INTO candidate (id, name, city, country, zone, locale, headline, years, would_move, source, active_on, pay_current, pay_expected, pay_currency, created_at)
             SELECT :last + (n - 1) * CAST(:models AS int) + c.id - :first + 1, c.name || ' ' || n, o.city, o.country, c.zone, c.locale, c.headline, greatest(0, c.years + floor(random() * 7) - 3), c.would_move, c.source, c.active_on, c.pay_current, c.pay_expected, c.pay_currency, c.created_at
             FROM candidate c CROSS JOIN generate_series(1, :copies) n JOIN candidate o ON o.id = :first + mod((c.id - :first) * 7 + n * 13, CAST(:models AS int)) WHERE c.id BETWEEN :first AND :last",
            ['first' => $first, 'last' => $last, 'models' => $models, 'copies' => $copies],
        );
        $this->person = $last + $copies * $models;
    }

    /** @param array<string, mixed>|null $change */
    private function told(int $daysAgo, ?string $who, string $act, string $kind, int $subject, int $requisition, ?int $candidate = null, ?array $change = null): void
    {
        $texts = array_filter($change ?? [], is_string(...));
        $change = array_diff_key($change ?? [], $texts);
        $personal = [] === $texts ? null : $this->db->insert('personal_value', ['candidate_id' => $candidate, 'account_id' => null === $candidate && null !== $who ? $this->accounts[$who] : null, 'content' => ['texts' => $texts]]);
        $this->bulk('activity')->add(['at' => $this->ago($daysAgo), 'actor_kind' => null === $who ? 'candidate' : 'staff', 'actor_id' => null === $who ? null : $this->accounts[$who], 'act' => $act, 'subject_kind' => $kind, 'subject_id' => $subject, 'requisition_id' => $requisition, 'candidate_id' => $candidate, 'personal_id' => $personal, 'change' => [] === $change ? new \stdClass() : $change]);
    }

    private function mailed(int $application, int $candidate, int $requisition, \DateTimeImmutable $at, string $title): void
    {
        $personal = $this->db->insert('personal_value', ['candidate_id' => $candidate, 'content' => ['subject' => 'We have your application: '.$title, 'text' => 'Thank you. You will hear from us within two working days.']]);
        $this->delivered('applied-'.$application, $candidate, $requisition, $personal, $at);
    }

    /** A mail that went out long ago. */
    private function delivered(string $key, int $candidate, int $requisition, int $personal, \DateTimeImmutable $at): void
    {
        $this->db->insert('delivery', [
            'kind' => SendMail::kind(), 'message' => self::message(new SendMail($key)), 'subject_kind' => 'candidate',
            'subject_id' => $candidate, 'requisition_id' => $requisition, 'candidate_id' => $candidate, 'personal_id' => $personal,
            'key' => $key, 'state' => 'delivered', 'attempts' => 1, 'available_at' => $at, 'created_at' => $at, 'delivered_at' => $at,
        ]);
    }

    /** @return array{body: string, headers: array<string, string>} as the transport writes it */
    private static function message(Message $message): array
    {
        return [
            'body' => json_encode($message, \JSON_THROW_ON_ERROR),
            'headers' => ['type' => $message::class, 'Content-Type' => 'application/json'],
        ];
    }

    /** @param array<string, string> $casts */
    private function bulk(string $table, array $casts = []): Bulk
    {
        $first = \in_array($table, ['resume', 'candidate_words', 'candidate_block'], true) ? $this->bulk('candidate') : null;

        return ($this->bulks[$table] ??= [new Bulk($this->db, $table, $casts, $first)])[0];
    }

    private function flush(): void
    {
        foreach ($this->bulks as [$bulk]) {
            $bulk->flush();
        }
    }

    private function ago(int $days, int $hour = 9, int $minute = 12): \DateTimeImmutable
    {
        $at = $this->today->modify("-$days days")->setTime($hour, $minute % 60);

        return $at > $this->now ? $this->now->modify('-1 minute') : $at;
    }

    private function workday(int $count, int $direction): \DateTimeImmutable
    {
        $day = $this->today;
        while ($count > 0) {
            $day = $day->modify(($direction > 0 ? '+' : '-').'1 day');
            $count -= (int) $day->format('N') <= 5 ? 1 : 0;
        }

        return $day;
    }

    private function range(\DateTimeImmutable $start, int $minutes): string
    {
        return '['.$start->format('c').','.$start->modify("+$minutes minutes")->format('c').')';
    }
}
