<?php

declare(strict_types=1);

namespace Jorvent\Tests\Platform;

use Jorvent\Platform\Text\RichText;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(RichText::class)]
final class RichTextTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function texts(): iterable
    {
        yield 'nothing' => ['<p><br></p><p>&nbsp;</p>', ''];
        yield 'plain with a heading' => ["What you will do\nKeep boats running.\n\nAnd more.", '<h2>What you will do</h2><p>Keep boats running.</p><p>And more.</p>'];
        yield 'plain with signs' => ['C++ & C# > C', '<p>C++ &amp; C# &gt; C</p>'];
        yield 'what is allowed' => ['<h2>A</h2><p>b <strong>c</strong> <em>d</em><br>e</p><ul><li>f</li></ul><ol><li>g</li></ol>', '<h2>A</h2><p>b <strong>c</strong> <em>d</em><br>e</p><ul><li>f</li></ul><ol><li>g</li></ol>'];
        yield 'a script' => ['<p>a<script>alert(1)</script>b</p>', '<p>ab</p>'];
        yield 'an event and a style' => ['<p onclick="x()" style="color:red" class="a">a</p>', '<p>a</p>'];
        yield 'an image' => ['<p>a<img src=x onerror=alert(1)>b</p>', '<p>ab</p>'];
        yield 'links' => ['<p><a href="https://skerryline.example/a" target="_blank">a</a><a href="javascript:alert(1)">b</a></p>', '<p><a href="https://skerryline.example/a" rel="noopener nofollow">a</a><a rel="noopener nofollow">b</a></p>'];
        yield 'a table becomes its words' => ['<table><tr><td>a</td></tr></table>', '<p>a</p>'];
        yield 'a word processor' => [
            '<html><head><style>p.MsoNormal{margin:0}</style></head><body><!--[if gte mso 9]><xml><w:WordDocument/></xml><![endif]--><h1><span lang=NO>Title</span></h1><p class=MsoNormal><b><span style=\'font-size:11pt\'>Bold</span></b><o:p></o:p></p>'
            .'<p class=MsoListParagraphCxSpFirst style=\'text-indent:-18pt\'><span style=\'font-family:Symbol\'>·<span>&nbsp;&nbsp; </span></span>One</p><p class=MsoListParagraphCxSpLast><span>·<span>&nbsp; </span></span>Two</p></body></html>',
            '<h2>Title</h2><p><strong>Bold</strong></p><ul><li>One</li><li>Two</li></ul>',
        ];
        yield 'left open' => ['<p>a <strong>b', '<p>a <strong>b</strong></p>'];
    }

    #[DataProvider('texts')]
    public function testOnlyALittleMarkUpIsLeft(string $html, string $clean): void
    {
        $rich = new RichText();
        self::assertSame($clean, $rich->clean($html));
        self::assertSame($clean, $rich->clean($rich->clean($html)), 'once is enough');
    }

    public function testTheWordsAlone(): void
    {
        self::assertSame("A\n\nb\nc & d\n\n– e\n– f", RichText::plain('<h2>A</h2><p>b<br>c &amp; d</p><ul><li>e</li><li>f</li></ul>'));
    }
}
