<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Catalogue\Catalogue;
use Jorvent\Catalogue\ProfileContent;
use Jorvent\Catalogue\QuestionsOfProfile;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Pipeline\MarkAnswer;
use Jorvent\Requisitions\QuestionsOfRequisition;
use Jorvent\Screening\QuestionLibrary;
use Jorvent\Screening\Questions;
use Jorvent\Screening\Read\LibraryChoice;
use Jorvent\Screening\Read\LibraryQuery;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(Questions::class)]
#[CoversClass(Catalogue::class)]
#[CoversClass(QuestionsOfProfile::class)]
#[CoversClass(ProfileContent::class)]
final class QuestionsTest extends DatabaseTest
{
    public function testAChangeAfterAnswersIsANewVersionAndEarlierScoresStayExplainable(): void
    {
        $questions = $this->get(Questions::class);
        $this->as('Solveig Aune');
        $id = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $row = $this->db()->row("SELECT id, answers, score, questions_version FROM application WHERE requisition_id = :r AND origin = 'applied' AND score BETWEEN 40 AND 95 ORDER BY id LIMIT 1", ['r' => $id]);
        self::assertNotNull($row);
        $answers = (new Decoded($row->json('answers')))->allTexts();
        $kept = $this->get(QuestionsOfRequisition::class);
        self::assertSame($row->int('score'), $kept->at($id, 1)->score($answers)->value, 'what is stored is what Core computes');
        $set = $questions->requisition($id);
        $before = $set->questions();
        $questions->shift($set, 'paper', 10);
        [$after, $version] = [$set->questions(), $set->version()];
        self::assertSame([2, 50, 25, 25], [$version, ...array_map(static fn (Question $q): int => $q->weight, $after->questions)]);
        self::assertEquals($before->toArray(), $kept->at($id, 1)->toArray(), 'the old version is as it was');
        self::assertSame($row->int('score'), $kept->at($id, $row->int('questions_version'))->score($answers)->value);
        $questions->shift($set, 'paper', 1);
        self::assertSame(2, $set->version(), 'nobody has answered the second one yet, so it is changed in place');
        self::assertSame(['questions weights_not_100'], $this->refused(static fn () => $questions->weigh($set, ['paper' => 90], [], false)), 'what people answer at this moment stays sound');
    }

    public function testWhatIsBeingWrittenIsNotAskedYet(): void
    {
        $questions = $this->get(Questions::class);
        $this->as('Solveig Aune');
        $set = $questions->requisition($this->int('SELECT id FROM requisition WHERE number = 2201'));
        $new = $questions->add($set, QuestionKind::Single);
        $all = $set->questions();
        self::assertTrue($all->question($new)?->off);
        self::assertFalse($all->shown([])[$new]);
        self::assertSame([], $all->blockers());
        self::assertSame(['questions.'.$new.' question_empty', 'questions.'.$new.' option_empty'], $this->refused(static fn () => $questions->save($set, Question::fromArray([...$all->question($new)->toArray(), 'off' => false]))));
    }

    public function testWeightsAreSpreadAroundWhatIsLocked(): void
    {
        $questions = $this->get(Questions::class);
        $this->as('Solveig Aune');
        $set = $questions->requisition($this->int('SELECT id FROM requisition WHERE number = 2211'));
        $text = $questions->add($set, QuestionKind::Long);
        $questions->weigh($set, ['paper' => 50], ['paper' => true], true);
        $weights = [];
        foreach ($set->questions()->questions as $question) {
            $weights[$question->id] = $question->weight;
        }
        self::assertSame(['paper' => 50, 'years' => 25, 'shift' => 25, $text => 0], $weights);
        self::assertSame(['questions weights_locked'], $this->refused(static fn () => $questions->weigh($set, ['paper' => 60, 'years' => 50], ['paper' => true, 'years' => true], true)));
        $this->client->request('GET', '/r/2211/questions?q='.$text);
        self::assertSelectorTextContains('.q-open', 'not scored');
        $this->send('/r/2211/questions?q='.$text, '/r/2211/questions/save', ['question' => $text, 'text' => ['en' => 'What would you do first?', 'pl' => 'Co najpierw?'], 'required' => '1', 'asked' => '1', 'weight' => '0', 'if_question' => 'shift', 'if_keys' => ['shift' => ['Yes', 'Sometimes']], 'then' => 'keep']);
        $saved = $set->questions()->question($text);
        self::assertSame(['Co najpierw?', 'shift', ['Yes', 'Sometimes']], [$saved?->text('pl'), $saved?->showIf?->question, $saved?->showIf?->keys]);
        self::assertSame(['questions.'.$text.' question_hangs_on_it'], $this->refused(static fn () => $questions->remove($set, 'shift')));
        self::assertSame(['questions.'.$text.' condition_not_earlier'], $this->refused(static fn () => $questions->move($set, $text, -1)));
        $this->client->request('GET', '/r/2211/questions/preview?lang=pl');
        self::assertSelectorTextContains('[data-if=shift]', 'Co najpierw?');
        $questions->keepInLibrary($set, $text, 'First steps', 1);
        $library = array_values(array_filter($this->get(LibraryQuery::class)->offered(), static fn (LibraryChoice $c): bool => 'First steps' === $c->name))[0];
        $other = $questions->requisition($this->int('SELECT id FROM requisition WHERE number = 2210'));
        $new = $questions->addFromLibrary($other, $library->id);
        self::assertSame(['What would you do first?', null], [$other->questions()->question($new)?->text('en'), $other->questions()->question($new)?->showIf]);
        $this->get(QuestionLibrary::class)->retire($library->id);
        self::assertSame(['missing'], $this->refused(static fn () => $questions->addFromLibrary($other, $library->id)));
    }

    public function testWhatCanNotBeReadIsToldAtItsFieldAndNothingTypedIsLost(): void
    {
        $this->as('Callum Gauthier');
        $number = 2211;
        $id = $this->int('SELECT id FROM requisition WHERE number = :n', ['n' => $number]);
        $questions = $this->get(Questions::class);
        $set = $questions->requisition($id);
        $new = $questions->add($set, QuestionKind::Single);
        [$page, $save] = ['/r/'.$number.'/questions?q='.$new, '/r/'.$number.'/questions/save'];
        $typed = [
            'question' => $new, 'text' => ['en' => 'Which ships?'], 'asked' => '1', 'then' => 'keep',
            'options' => ['a' => ['en' => 'Ferries', 'points' => '80'], 'b' => ['en' => 'Barges', 'stops' => '1']],
        ];
        $this->send($page, $save, [...$typed, 'weight' => 'ten'], 422);
        self::assertSelectorExists('#question [name=weight][value=ten]');
        self::assertSelectorExists('#question [name="text[en]"][value="Which ships?"]');
        self::assertSelectorTextContains('#question .field-error', 'A weight is from 0 to 100');
        $many = $typed;
        $many['options']['a']['points'] = '180';
        $this->send($page, $save, $many, 422);
        self::assertSelectorTextContains('.opts .field-error', 'Points are from 0 to 100');
        self::assertSame('', $set->questions()->question($new)?->text('en'), 'nothing is saved by halves');
        $this->send($page, $save, [...$typed, 'weight' => '10', 'then' => 'option']);
        $saved = $set->questions()->question($new);
        self::assertInstanceOf(Question::class, $saved);
        self::assertSame(
            ['Which ships?', 10, 3, true, 80],
            [$saved->text('en'), $saved->weight, \count($saved->options), $saved->knockOut, $saved->options[0]->points],
        );
        $emptied = $typed;
        $emptied['options']['a']['points'] = '';
        $this->send($page, $save, [...$emptied, 'weight' => '']);
        $saved = $set->questions()->question($new);
        self::assertInstanceOf(Question::class, $saved);
        self::assertSame([10, 80], [$saved->weight, $saved->options[0]->points], 'an emptied field is not taken for zero');
        $page = '/r/'.$number.'/questions';
        $this->send($page, $page.'/weights', ['weight' => [$new => 'many'], 'then' => 'keep'], 422);
        self::assertSelectorExists('.weights [name="weight['.$new.']"][value=many]');
    }

    public function testATextIsMarkedByAPersonAndUntilThenTheScoreIsNotComplete(): void
    {
        $questions = $this->get(Questions::class);
        $this->as('Solveig Aune');
        $id = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $this->db()->execute("UPDATE questions_version SET questions = (SELECT jsonb_agg(CASE WHEN q ->> 'id' = 'years' THEN q || '{\"kind\": \"long\"}' ELSE q END) FROM jsonb_array_elements(questions) q) WHERE requisition_id = :r AND version = 1", ['r' => $id]);
        $application = $this->int("SELECT id FROM application WHERE requisition_id = :r AND origin = 'applied' AND state = 'active' AND knock_out = 'none' AND answers ->> 'paper' = 'yes' ORDER BY id LIMIT 1", ['r' => $id]);
        $this->db()->execute("UPDATE application SET answers = '{\"paper\": \"yes\", \"years\": \"On three ferries\", \"shift\": \"No\"}', score = 40, score_complete = false WHERE id = :id", ['id' => $application]);
        $this->client->request('GET', '/r/2201/pipeline?application='.$application);
        self::assertSelectorTextContains('#reader', 'not complete');
        $this->send('/r/2201/pipeline?application='.$application, "/applications/$application/mark", ['question' => 'years', 'mark' => '80']);
        $row = $this->db()->row('SELECT score, score_complete FROM application WHERE id = :id', ['id' => $application]);
        self::assertSame([68, true], [$row?->int('score'), $row?->bool('score_complete')], '40 for the paper and 80 % of 35');
        $mark = $this->get(MarkAnswer::class);
        self::assertSame(['mark weight_out_of_range'], $this->refused(static fn () => $mark($application, 'years', 101)));
        self::assertSame(['missing'], $this->refused(static fn () => $mark($application, 'paper', 50)), 'what a machine scores is not marked');
    }

    public function testTheQuestionsOfAProfileAreWrittenBesideTheVersionInUse(): void
    {
        $questions = $this->get(Questions::class);
        $query = $this->get(ProfileQuery::class);
        $runa = $this->as('Runa Eikeland');
        $set = $questions->profile(1);
        $count = static fn (int $version): int => \count(($query->at(1, $version) ?? self::fail('no such version'))->questions);
        self::assertSame(3, $count(1));
        self::assertFalse($set->isDraft());
        $this->client->request('GET', '/catalogue/1/questions');
        self::assertSelectorTextContains('main', 'begins with these');
        $this->send('/catalogue/1/questions', '/catalogue/1/questions/add', ['kind' => 'long']);
        self::assertTrue($set->isDraft());
        self::assertSame(3, $count(1), 'what is in use stays');
        $new = $set->questions()->questions[3]->id;
        self::assertSame(['questions.'.$new.' question_empty'], $this->refused(static fn () => $set->publish('', $runa->id)));
        $this->send('/catalogue/1/questions?q='.$new, '/catalogue/1/questions/save', ['question' => $new, 'text' => ['en' => 'Why ships?'], 'asked' => '1', 'weight' => '10', 'then' => 'keep']);
        self::assertSame(['questions weights_not_100'], $this->refused(static fn () => $set->publish('', $runa->id)));
        $this->send('/catalogue/1/questions', '/catalogue/1/questions/weights', ['weight' => [$new => '10'], 'locked' => [$new => '1'], 'then' => 'spread']);
        $this->send('/catalogue/1/questions', '/catalogue/1/questions/publish', ['note' => 'One more', 'then' => 'publish']);
        self::assertFalse($set->isDraft());
        self::assertSame([2, 4], [$set->version(), $count(2)]);
        self::assertSame(3, $count(1), 'the earlier version is as it was');
        $questions->remove($set, $new);
        $this->send('/catalogue/1/questions', '/catalogue/1/questions/publish', ['then' => 'discard']);
        self::assertCount(4, $set->questions()->questions);
        $this->client->request('GET', '/catalogue/1/questions/preview?lang=pl');
        self::assertSelectorTextContains('main', 'Why ships?');

        $questions->keepInLibrary($set, $new, 'Ships', $runa->id);
        $kept = $this->int("SELECT id FROM question_library WHERE name = 'Ships'");
        $this->send('/question-library', '/question-library/'.$kept, ['name' => '']);
        $this->send('/question-library', '/question-library/'.$kept, ['name' => 'Why ships']);
        $this->send('/question-library', '/question-library/'.$kept.'/retire', []);
        $this->client->request('GET', '/question-library?q=why+ships');
        self::assertSelectorTextContains('tbody', 'Nothing here');
        $crawler = $this->client->request('GET', '/question-library?q=why+ships&show=retired');
        self::assertSame('Why ships', $crawler->filter('tbody input[name=name]')->attr('value'));
    }

    public function testAProfileIsKeptInVersionsAndARequisitionRemembersWhichItBeganFrom(): void
    {
        $catalogue = $this->get(Catalogue::class);
        $this->as('Runa Eikeland');
        $first = $this->get(ProfileQuery::class)->at(1, 1) ?? self::fail('no version');
        $second = ProfileContent::fromArray([...$first->toArray(), 'title' => 'Ship Electrician', 'bands' => ['NOK' => [650_000, 790_000]]]);
        $catalogue->revise(1, $first, 1, '', 1);
        self::assertSame(1, $this->int('SELECT version FROM role_profile WHERE id = 1'), 'nothing changed');
        $catalogue->revise(1, $second, 1, 'New agreement', 1);
        self::assertSame(['saved_by_another'], $this->refused(static fn () => $catalogue->revise(1, $second, 1, '', 1)));
        self::assertSame(['bands band_upside_down', 'title missing'], $this->sorted(static fn () => $catalogue->revise(1, ProfileContent::fromArray([...$first->toArray(), 'title' => '', 'bands' => ['NOK' => [9, 8]]]), 2, '', 1)));
        $this->as('Solveig Aune');
        $crawler = $this->client->request('GET', '/r/2201/brief/profile');
        self::assertStringContainsString('version 2 has come since', $crawler->filter('main')->text());
        self::assertStringContainsString('Marine Electrician II, version 1', $crawler->filter('main')->text());
        $this->db()->execute("UPDATE requisition SET state = 'draft', musts = '[\"PLC\"]' WHERE number = 2201");
        $this->entities()->clear();
        $this->send('/r/2201/brief/profile', '/r/2201/brief/profile', ['field' => 'musts']);
        self::assertSame(['PLC', 'switchboards', 'fault finding'], $this->db()->row('SELECT musts FROM requisition WHERE number = 2201')?->strings('musts'));
        $catalogue->retire(1);
        $this->client->request('GET', '/requisitions/new');
        self::assertStringNotContainsString('Ship Electrician', (string) $this->client->getResponse()->getContent());
        self::assertSame(['name name_taken'], $this->refused(static fn () => $catalogue->addFamily('SHIPYARD')));
    }

    /** @return list<string> */
    private function sorted(callable $act): array
    {
        $codes = $this->refused($act);
        sort($codes);

        return $codes;
    }
}
