<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Resume\Corrections;
use Jorvent\People\AddResume;
use Jorvent\People\Dictionary;
use Jorvent\People\Intake;
use Jorvent\People\LearnWeights;
use Jorvent\People\Readings;
use Jorvent\People\ReadText;
use Jorvent\People\ResumeFile;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\Zip;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Resumes dropped by the armful, and what was read from them corrected by people. */
#[CoversNothing]
final class IntakeTest extends DatabaseTest
{
    private const TEXT = "Ana Luísa Pontes\nana.pontes@post.example\n\nWork\nMarine electrician, Osterdal Yard, Bergen            mars 2021 – d.d.\nPLC fault finding.\nElectrician, Norrøysund Ferger                        Spring 2018 – Autumn 2020\nSwitchboards.\n\nLanguages\nPortuguese (mother tongue), Norwegian B2\n";

    public function testFilesDroppedAreReadEachWithWhatCameOfIt(): void
    {
        $me = $this->as('Solveig Aune');
        $intake = $this->get(Intake::class);
        $id = $intake->open($me->id);
        $known = $this->db()->row('SELECT id, name, email FROM candidate WHERE email IS NOT NULL AND claims IS NULL AND erased_at IS NULL ORDER BY id LIMIT 1');
        self::assertNotNull($known);
        $before = $this->int('SELECT count(*) FROM candidate');
        $intake->lay($id, self::TEXT, '../../ana<b>.txt');
        $intake->lay($id, "MZ\x90\x00", 'program.pdf');
        $intake->lay($id, str_repeat('a', 8_000_001), 'large.txt');
        $intake->lay($id, "Someone Again\n".strtoupper($known->str('email'))."\n\nSkills\nPLC\n", 'again.txt');
        $intake->lay($id, "no name here\n12345\n", 'nobody.txt');
        $this->putOffOthers();
        $this->deliverAll();
        $files = $this->files($id, $me->id);
        self::assertSame(['read', 'failed', 'failed', 'known', 'failed'], array_map(static fn ($f): string => $f->str('state'), $files));
        self::assertSame([null, 'file_not_a_resume', 'file_too_large', 'same_address', 'no_name_read'], array_map(static fn ($f): ?string => $f->strOrNull('refusal'), $files));
        self::assertSame($before + 1, $this->int('SELECT count(*) FROM candidate'));
        self::assertSame(['Ana Luísa Pontes', 'Marine electrician, Osterdal Yard'], [$files[0]->str('person'), $files[0]->str('headline')]);
        self::assertStringNotContainsString('/', $files[0]->str('name'));
        self::assertStringNotContainsString('<', $files[0]->str('name'));
        self::assertSame(1, $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :c', ['c' => $files[0]->int('candidate_id')]), 'and is found');
        // the very same file again
        $intake->lay($id, self::TEXT, 'copy.txt');
        $this->deliverAll();
        $copy = array_values(array_filter($this->files($id, $me->id), static fn ($f): bool => 'copy.txt' === $f->str('name')))[0];
        self::assertSame(['known', 'same_file', $files[0]->int('candidate_id')], [$copy->str('state'), $copy->str('refusal'), $copy->int('candidate_id')]);
        // someone alike, under another address: asked about, with how sure that is
        $intake->lay($id, "Ana L. Pontes\nalp.elektro@elsewhere.example\n\nWork\nElectrician, Osterdal Yard AS     2021 – 2026\n\nContact\nBergen\n", 'alike.txt');
        $this->deliverAll();
        $alike = array_values(array_filter($this->files($id, $me->id), static fn ($f): bool => 'alike.txt' === $f->str('name')))[0];
        self::assertSame(['known', 'looks_like', $files[0]->int('candidate_id')], [$alike->str('state'), $alike->str('refusal'), $alike->int('candidate_id')]);
        self::assertGreaterThan(.5, $alike->floatOrNull('likeness'));
        $intake->same($alike->int('id'), false);
        $other = $this->int("SELECT id FROM candidate WHERE email = 'alp.elektro@elsewhere.example'");
        $this->client->request('GET', '/people/'.$other);
        // whose address it is, someone says
        $resumes = $this->int('SELECT count(*) FROM resume WHERE candidate_id = :c', ['c' => $known->int('id')]);
        $intake->same($files[3]->int('id'), true);
        self::assertSame($resumes + 1, $this->int('SELECT count(*) FROM resume WHERE candidate_id = :c', ['c' => $known->int('id')]));
        // what could not be read is typed
        self::assertSame(['email email_known'], $this->refused(static fn () => $intake->byHand($files[4]->int('id'), 'Nobody Known', $known->str('email'))));
        $by = $intake->byHand($files[4]->int('id'), 'Nobody Known', '');
        self::assertSame('Nobody Known', $this->db()->row('SELECT name FROM candidate WHERE id = :id', ['id' => $by])?->str('name'));
        $this->client->request('GET', '/intake?in='.$id);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('#rows', 'Ana Luísa Pontes');
        $this->as('Gordon Leask');
        $this->client->request('GET', '/intake/'.$id.'/rows');
        self::assertResponseStatusCodeSame(404, 'what one drops is not another\'s to see');
    }

    public function testSomeoneOnThePhoneIsTypedAndFoundLikeEveryone(): void
    {
        $this->as('Solveig Aune');
        $told = ['name' => 'Petra Phone', 'email' => 'petra.phone@post.example', 'phone' => '+47 412 34 777', 'city' => 'Bergen', 'headline' => 'Welder, TIG and MIG/MAG', 'notice' => '3 months', 'start' => 'after Easter', 'earns' => '540 000', 'wants' => '600 000', 'currency' => 'NOK', 'note' => 'Met at the fair; asked for a day shift.'];
        $this->send('/intake', '/intake/typed', ['name' => ''] + $told, 422);
        $this->send('/intake', '/intake/typed', ['wants' => 'a lot'] + $told, 422);
        self::assertSame('Petra Phone', $this->client->getCrawler()->filter('form[action$="typed"] [name=name]')->attr('value'), 'nothing typed is lost');
        $this->send('/intake', '/intake/typed', $told);
        $row = $this->db()->row("SELECT id, pay_current, pay_expected, pay_currency, source FROM candidate WHERE email = 'petra.phone@post.example'");
        self::assertSame([54_000_000, 60_000_000, 'NOK', 'by_hand'], [$row?->int('pay_current'), $row?->int('pay_expected'), $row?->str('pay_currency'), $row?->str('source')]);
        $resume = $this->int('SELECT id FROM resume WHERE candidate_id = :c', ['c' => $row?->int('id')]);
        $fields = $this->get(Readings::class)->of($resume)['items']['fields'];
        self::assertSame(['90', 'Petra Phone'], [$fields['notice']['value'] ?? null, $fields['name']['value'] ?? null], 'read like any other');
        self::assertSame(1, $this->int("SELECT count(*) FROM candidate_words WHERE candidate_id = :c AND words LIKE E'%\\ntig\\n%'", ['c' => $row?->int('id')]));
        $this->send('/intake', '/intake/typed', $told, 422);
    }

    public function testAZipIsUnpackedAndStoppedWhenItIsTooMuch(): void
    {
        $me = $this->as('Solveig Aune');
        $intake = $this->get(Intake::class);
        $id = $intake->open($me->id);
        $zip = Zip::of(['a/../../../etc/one.txt' => "Zofia Zip\nzofia.zip@post.example\n", 'two.txt' => "Zed Zipper\nzed.zipper@post.example\n", '__MACOSX/._two.txt' => 'x', '.hidden' => 'x', 'dir/' => '']);
        self::assertCount(2, $intake->lay($id, $zip, 'many.zip'));
        $this->putOffOthers();
        $this->deliverAll();
        self::assertSame(['one.txt', 'two.txt'], array_map(static fn ($f): string => $f->str('name'), $this->files($id, $me->id)));
        self::assertSame(['Zofia Zip', 'Zed Zipper'], array_map(static fn ($f): string => $f->str('person'), $this->files($id, $me->id)));
        self::assertSame(['file too_many_files'], $this->refused(static fn () => $intake->lay($id, Zip::of(array_fill_keys(array_map(static fn (int $i): string => "f$i.txt", range(1, 501)), 'x')), 'many.zip')));
        self::assertSame(['file file_bomb'], $this->refused(static fn () => $intake->lay($id, Zip::of(array_fill_keys(array_map(static fn (int $i): string => "z$i.txt", range(1, 20)), str_repeat('0', 5_000_000))), 'bomb.zip')));
        $intake->lay($id, 'Wanda Waits', 'w.txt');
        $intake->cancel($id);
        $this->deliverAll();
        self::assertSame('cancelled', array_values(array_filter($this->files($id, $me->id), static fn ($f): bool => 'w.txt' === $f->str('name')))[0]->str('state'));
        self::assertSame(['file intake_closed'], $this->refused(static fn () => $intake->lay($id, 'Late Lars', 'l.txt')));
    }

    public function testWhatAPersonSaidOfAReadingStaysWhenItIsReadAgain(): void
    {
        $me = $this->as('Solveig Aune');
        $readings = $this->get(Readings::class);
        $candidate = $this->int('SELECT c.id FROM candidate c JOIN application a ON a.candidate_id = c.id JOIN requisition r ON r.id = a.requisition_id WHERE r.number = 2201 AND c.erased_at IS NULL ORDER BY c.id LIMIT 1');
        $this->db()->execute("UPDATE candidate SET headline = '', years = NULL WHERE id = :id", ['id' => $candidate]);
        $resume = $this->get(AddResume::class)($candidate, new ResumeFile('', 'text/plain', 'cv.txt', \strlen(self::TEXT), self::TEXT));
        ['items' => $items, 'months' => $months] = $readings->of($resume);
        $unsure = array_keys(array_filter($items['spells'], static fn (array $s): bool => 'unsure' === ($s['sure'] ?? '')));
        self::assertCount(1, $unsure, 'seasons can be read in more than one way');
        self::assertNull($months, 'no sum of guesses');
        self::assertNull($this->db()->row('SELECT years FROM candidate WHERE id = :id', ['id' => $candidate])?->floatOrNull('years'));
        $item = 'spells.'.$unsure[0];
        $page = '/people/'.$candidate.'/reading/'.$resume;
        $this->client->request('GET', $page.'?item='.$item);
        self::assertSelectorTextContains('.ln.is-open', 'Spring 2018');
        foreach ([[['from' => 'spring'], 'from month_wrong'], [['from' => '2018-04', 'to' => '2016'], 'to ends_before_it_begins'], [['title' => '', 'from' => '2018-04'], 'title missing']] as [$value, $refusal]) {
            self::assertContains($refusal, $this->refused(static fn () => $readings->correct($resume, $item, 'changed', $value + ['title' => 'Electrician', 'employer' => 'Norrøysund Ferger', 'to' => '2020-10'], $me->id)));
        }
        $this->send($page.'?item='.$item, $page, ['item' => $item, 'then' => 'changed', 'is' => ['title' => 'Ship electrician', 'employer' => 'Norrøysund Ferger', 'place' => '', 'from' => '2018-04', 'to' => '2020-10']]);
        $readings->read($resume);
        ['items' => $items, 'months' => $months] = $readings->of($resume);
        self::assertSame(['Ship electrician', '2018-04', Corrections::CONFIRMED], [$items['spells'][$unsure[0]]['title'] ?? null, $items['spells'][$unsure[0]]['from'] ?? null, $items['spells'][$unsure[0]]['sure'] ?? null]);
        self::assertGreaterThan(31 + 60, $months);
        self::assertEqualsWithDelta((int) $months / 12, (float) $this->db()->row('SELECT years FROM candidate WHERE id = :id', ['id' => $candidate])?->floatOrNull('years'), .06);
        self::assertSame(0, $this->int('SELECT unsure FROM resume WHERE id = :id', ['id' => $resume]));
        $readings->correct($resume, 'languages.nb', 'struck', [], $me->id);
        self::assertArrayNotHasKey('nb', $readings->of($resume)['items']['languages']);
        $readings->correct($resume, 'languages.nb', 'back', [], $me->id);
        self::assertArrayHasKey('nb', $readings->of($resume)['items']['languages']);
        self::assertSame(['missing'], $this->refused(static fn () => $readings->correct($resume, 'spells.none', 'confirmed', [], $me->id)));
        // to take along, in open formats
        $this->client->request('GET', '/people/'.$candidate.'/resume.json');
        $json = json_decode((string) $this->client->getResponse()->getContent(), true);
        self::assertIsArray($json);
        self::assertSame(['Marine electrician', 'Ship electrician'], array_column(\is_array($json['work'] ?? null) ? $json['work'] : [], 'position'));
        $this->client->request('GET', '/people/'.$candidate.'/contact.vcf');
        self::assertStringStartsWith("BEGIN:VCARD\r\nVERSION:4.0", (string) $this->client->getResponse()->getContent());
        $this->as('Ines Teixeira');
        $this->client->request('GET', $page);
        self::assertContains($this->client->getResponse()->getStatusCode(), [200, 403], 'an interviewer of hers may read it');
        $this->client->request('POST', $page, ['item' => $item]);
        self::assertResponseStatusCodeSame(403);
    }

    public function testOneThatIsSurelyTheSameIsLaidBesideThemByItselfAndCanBeTakenAway(): void
    {
        $me = $this->as('Solveig Aune');
        $this->putOffOthers();
        $this->get(LearnWeights::class)->run();
        $learned = $this->db()->row('SELECT people, weights FROM identity_weights');
        self::assertNotNull($learned);
        self::assertGreaterThan(300, $learned->int('people'));
        $intake = $this->get(Intake::class);
        $id = $intake->open($me->id);
        $text = "Torbjørg Quernvik\n%s\n+47 912 33 441\n\nWork\nMarine electrician, Osterdal Yard, Bergen            mars 2021 – d.d.\nPLC fault finding.\n\nEducation\nQuernvik technical college, vocational, electrical, 2019\n";
        $intake->lay($id, \sprintf($text, 'torbjorg@post.example'), 'first.txt');
        $this->deliverAll();
        $intake->lay($id, \sprintf($text, 'other.address@mail.example').'One more line.', 'second.txt');
        $this->deliverAll();
        $second = array_values(array_filter($this->files($id, $me->id), static fn ($f): bool => 'second.txt' === $f->str('name')))[0];
        self::assertSame('read', $second->str('state'));
        self::assertNotNull($second->strOrNull('tied'), 'by phone, work and school, not by an address');
        $person = $second->int('candidate_id');
        self::assertSame(2, $this->int('SELECT count(*) FROM resume WHERE candidate_id = :c', ['c' => $person]));
        self::assertSame('torbjorg@post.example', $this->db()->row('SELECT email FROM candidate WHERE id = :c', ['c' => $person])?->str('email'));
        $this->client->request('GET', '/intake?in='.$id);
        self::assertSelectorTextContains('main', 'laid beside them by itself');
        $this->send('/intake?in='.$id, "/intake/$id/untie", ['file' => (string) $second->int('id')]);
        self::assertSame(1, $this->int('SELECT count(*) FROM resume WHERE candidate_id = :c', ['c' => $person]));
        $other = $this->int('SELECT candidate_id FROM intake_file WHERE id = :f', ['f' => $second->int('id')]);
        self::assertNotSame($person, $other);
        self::assertSame(1, $this->int('SELECT count(*) FROM not_same WHERE one_id = :a AND other_id = :b', ['a' => min($person, $other), 'b' => max($person, $other)]), 'and not asked again');
    }

    public function testACorrectionTeachesAWordOnceAnAdminTookItAndReadingAnewKeepsWhatPeopleSaid(): void
    {
        $me = $this->as('Solveig Aune');
        $this->putOffOthers();
        $text = "Torbjørg Quernvik\ntq@post.example\n\nWork\nKjettingsmed, Grindhaug\n2015 – 2019\n\nWork\nGrindhaug, Kjettingsmed\n2019 – 2021\n";
        $candidate = $this->int('SELECT min(id) FROM candidate WHERE erased_at IS NULL AND claims IS NULL');
        $resume = $this->get(AddResume::class)($candidate, new ResumeFile('', 'text/plain', 't.txt', 10, $text));
        $readings = $this->get(Readings::class);
        $before = $readings->of($resume)['items'];
        self::assertNotSame(['Kjettingsmed at Grindhaug', 'Kjettingsmed at Grindhaug'], self::spellsOf($before), 'nobody can know which is which');
        $wrong = array_keys(array_filter($before['spells'], static fn (array $s): bool => 'Kjettingsmed' !== ($s['title'] ?? '')))[0];
        $readings->correct($resume, 'spells.'.$wrong, 'changed', ['title' => 'Kjettingsmed', 'employer' => 'Grindhaug', 'from' => '2015', 'to' => '2019'], $me->id);
        $term = $this->db()->row("SELECT id, state FROM learned_term WHERE kind = 'titles' AND folded = 'kjettingsmed'");
        self::assertSame('waiting', $term?->str('state'));
        $dictionary = $this->get(Dictionary::class);
        self::assertNotSame(['Kjettingsmed at Grindhaug', 'Kjettingsmed at Grindhaug'], self::spellsOf(Corrections::over($this->get(ReadText::class)($text)->reading, [])), 'nothing is learned before it is taken');
        $this->as('Runa Eikeland');
        $this->client->request('GET', '/dictionary');
        self::assertSelectorExists('input[value=Kjettingsmed]');
        $this->send('/dictionary', '/dictionary', ['id' => (string) $term->int('id'), 'term' => 'Kjettingsmed', 'then' => 'taken']);
        self::assertSame(['Kjettingsmed at Grindhaug', 'Kjettingsmed at Grindhaug'], self::spellsOf(Corrections::over($this->get(ReadText::class)($text)->reading, [])));
        $this->send('/dictionary', '/dictionary', ['then' => 'anew']);
        $this->deliverAll();
        self::assertSame('Kjettingsmed at Grindhaug', self::spellsOf($readings->of($resume)['items'])[0] ?? null);
        self::assertSame(1, $this->int("SELECT count(*) FROM resume_correction WHERE resume_id = :r AND verdict = 'changed'", ['r' => $resume]));
        self::assertNull($dictionary->progress(), 'all was read');
        self::assertSame(['term term_too_short'], $this->refused(static fn () => $dictionary->decide($term->int('id'), 'taken', 'x', $me->id)));
    }

    /**
     * @param array<string, array<array-key, array<array-key, mixed>>> $items
     *
     * @return list<string>
     */
    private static function spellsOf(array $items): array
    {
        return array_values(array_map(static fn (array $s): string => (\is_string($s['title'] ?? null) ? $s['title'] : '').' at '.(\is_string($s['employer'] ?? null) ? $s['employer'] : ''), $items['spells'] ?? []));
    }

    private function putOffOthers(): void
    {
        $this->db()->execute("UPDATE delivery SET available_at = :at WHERE state = 'waiting' AND kind <> 'intake'", ['at' => $this->clock()->now()->modify('+9 days')]);
    }

    /** @return list<\Jorvent\Platform\Database\Record> in the order they came */
    private function files(int $intake, int $account): array
    {
        $files = $this->get(Intake::class)->filesOf($intake, $account);
        usort($files, static fn ($a, $b): int => $a->int('id') <=> $b->int('id'));

        return $files;
    }
}
