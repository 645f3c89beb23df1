<?php

declare(strict_types=1);

$finder = PhpCsFixer\Finder::create()->in([__DIR__.'/src', __DIR__.'/demo', __DIR__.'/bench', __DIR__.'/tests', __DIR__.'/migrations', __DIR__.'/config', __DIR__.'/bin/lib'])->notName('reference.php'); // Symfony writes that one

return (new PhpCsFixer\Config())->setRules([
    '@Symfony' => true, '@Symfony:risky' => true, 'declare_strict_types' => true,
    'phpdoc_align' => false, 'phpdoc_to_comment' => false, 'concat_space' => ['spacing' => 'none'], 'method_argument_space' => ['on_multiline' => 'ignore'],
    'single_line_throw' => false, 'nullable_type_declaration_for_default_null_value' => true, 'native_function_invocation' => ['include' => ['@compiler_optimized'], 'scope' => 'namespaced', 'strict' => true],
    'ordered_imports' => true, 'trailing_comma_in_multiline' => ['elements' => ['arrays', 'match', 'parameters']], 'operator_linebreak' => ['only_booleans' => true, 'position' => 'beginning'],
])->setRiskyAllowed(true)->setCacheFile(__DIR__.'/var/php-cs-fixer.cache')->setFinder($finder);
