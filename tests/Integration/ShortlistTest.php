<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Pipeline\Shortlists;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(Shortlists::class)]
final class ShortlistTest extends DatabaseTest
{
    public function testAGuestSeesHowToReachPeopleOnlyWhenThatWasChosen(): void
    {
        $row = $this->db()->row("SELECT p.id, p.requisition_id, c.id AS candidate, c.name FROM application p JOIN candidate c ON c.id = p.candidate_id JOIN requisition r ON r.id = p.requisition_id
            WHERE r.number = 2201 AND p.state = 'active' AND EXISTS (SELECT 1 FROM resume x WHERE x.candidate_id = c.id) ORDER BY p.id LIMIT 1");
        self::assertNotNull($row);
        $this->db()->execute("UPDATE candidate SET email = 'reach.me@post.example', phone = '+4791234567' WHERE id = :c", ['c' => $row->int('candidate')]);
        $this->db()->execute("UPDATE resume SET text = 'Fitter at the yard. Call +47 912 34 567, write to reach.me@post.example or to other@post.example.' WHERE candidate_id = :c", ['c' => $row->int('candidate')]);
        $shortlists = $this->get(Shortlists::class);
        foreach ([false, true] as $contacts) {
            $link = $shortlists->share($row->int('requisition_id'), [$row->int('id')], 'The owners', $this->account('Solveig Aune')->id, $contacts);
            $this->client->request('GET', (string) parse_url($link, \PHP_URL_PATH));
            self::assertResponseIsSuccessful();
            $text = (string) $this->client->getResponse()->getContent();
            self::assertStringContainsString('Fitter at the yard', $text);
            self::assertStringContainsString($row->str('name'), $text);
            foreach (['reach.me@post.example', 'other@post.example', '912 34 567', '4791234567'] as $contact) {
                self::assertSame($contacts, str_contains($text, $contact), $contact);
            }
        }
    }
}
