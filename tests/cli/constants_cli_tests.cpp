#include <QFile>
#include <QProcess>
#include <QStandardPaths>
#include <QTest>
#include <nlohmann/json.hpp>
#include <set>

#include "core/naming/code/name_constants.h"
#include "core/project/edit.h"
#include "files/file_bytes.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// Names as constants: the compiler or interpreter of each language must accept them and print the
// names.
class ConstantsCliTest : public QObject {
  Q_OBJECT

  // How a program in the language prints all constants, with a zero byte after each.
  struct Tool {
    QString file;
    QString program;    // That is looked for.
    QStringList build;  // Called in the folder; empty where nothing is built.
    QStringList run;
    QString head;  // Of the program that says them,
    QString each;  // of each, %1 the constant,
    QString foot;
    QString main;  // and the name of its file.
  };

  static Tool toolOf(Language language) {
    switch (language) {
      case Language::C:
        return {
            "names.h",
            "gcc",
            {"gcc", "-std=c99", "-Wall", "-Wextra", "-Werror", "-pedantic", "main.c", "-o", "say"},
            {"./say"},
            "#include <stdio.h>\n#include \"names.h\"\n#include \"names.h\"\nint main(void) {\n",
            "  fputs(%1, stdout);\n  fputc(0, stdout);\n",
            "  return 0;\n}\n",
            "main.c"};
      case Language::Cpp:
        return {"names.hpp",
                "g++",
                {"g++", "-std=c++17", "-Wall", "-Wextra", "-Werror", "-pedantic", "main.cpp", "-o",
                 "say"},
                {"./say"},
                "#include <iostream>\n#include \"names.hpp\"\nint main() {\n",
                "  std::cout << names::%1 << '\\0';\n",
                "}\n",
                "main.cpp"};
      case Language::Java:
        return {"Names.java",
                "javac",
                {"javac", "Names.java", "Say.java"},
                {"java", "Say"},
                "public class Say {\n  public static void main(String[] a) throws Exception {\n"
                "    StringBuilder s = new StringBuilder();\n",
                "    s.append(Names.%1).append((char) 0);\n",
                "    System.out.write(s.toString().getBytes(\"UTF-8\"));\n    System.out.flush();\n"
                "  }\n}\n",
                "Say.java"};
      case Language::JavaScript:
        return {"names.mjs",
                "node",
                {},
                {"node", "say.mjs"},
                "import * as names from './names.mjs';\n",
                "process.stdout.write(names.%1 + '\\0');\n",
                "",
                "say.mjs"};
      case Language::Python:
        return {"names.py",
                "python3",
                {},
                {"python3", "say.py"},
                "import names, sys\n",
                "sys.stdout.buffer.write(names.%1.encode() + b'\\0')\n",
                "",
                "say.py"};
      case Language::Lua:
        return {"names.lua",
                "lua5.4",
                {},
                {"lua5.4", "say.lua"},
                "local names = require('names')\n",
                "io.write(names.%1, '\\0')\n",
                "",
                "say.lua"};
      case Language::Rust:
        return {"names.rs",
                "rustc",
                {"rustc", "-D", "warnings", "main.rs", "-o", "say"},
                {"./say"},
                "mod names;\nfn main() {\n",
                "  print!(\"{}\\0\", names::%1);\n",
                "}\n",
                "main.rs"};
      case Language::CSharp:
        break;
    }
    return {"Names.cs",
            "mcs",
            {"mcs", "Names.cs", "Say.cs", "-out:say.exe"},
            {"mono", "say.exe"},
            "public class Say {\n  public static void Main() {\n"
            "    var o = System.Console.OpenStandardOutput();\n",
            "    { var b = new System.Text.UTF8Encoding(false).GetBytes(Names.%1 + \"\\0\"); "
            "o.Write(b, 0, b.Length); }\n",
            "  }\n}\n",
            "Say.cs"};
  }

  QByteArray call(const QStringList& words) {
    QProcess process;
    process.setWorkingDirectory(scratch_->qpath("code"));
    process.start(words.front(), words.mid(1));
    process.waitForFinished(120000);
    if (process.exitStatus() != QProcess::NormalExit || process.exitCode() != 0) {
      qWarning("%s: %s", qPrintable(words.join(' ')), process.readAllStandardError().constData());
    }
    return process.readAllStandardOutput();
  }

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoAsItIs(*scratch_);
    QDir().mkpath(scratch_->qpath("code"));
    // Names that no artist should give, and that a program must not break on.
    const std::vector<std::string> names = {"class",
                                            "default",
                                            "chr-keeper",
                                            "chr_Keeper",
                                            "CHR KEEPER",
                                            "2_left_feet",
                                            "a\"quote\\",
                                            "*/ end /*",
                                            "line\nfeed",
                                            "null",
                                            "g\xC3\xA4rtner",
                                            "\xF0\x9F\x8C\xB1",
                                            "what?\?/",
                                            "__FILE__",
                                            "end",
                                            "$(x) ${y} %d #{z}",
                                            "tab\tbell\a",
                                            "self",
                                            "-",
                                            "\xE2\x80\xA8",
                                            "\u0441\u0430\u0434\u043E\u0432\u043D\u0438\u043A 01",
                                            "\u6E29\u5BA4",
                                            "\u0628\u064A\u062A",
                                            "\u0E40\u0E23\u0E37\u0E2D\u0E19",
                                            "e\u0301tage"};
    Project project = *readProject(project_.toStdString());
    std::vector<Edit> edits;
    std::size_t i = 0;
    for (const auto& asset : project.assets) {
      for (const Frame& frame : asset->frames) {
        if (i == names.size()) break;
        edits.emplace_back(Rename{asset->id, {}, frame.id, names[i++]});
      }
    }
    edits.emplace_back(Rename{project.assets[0]->id, {}, {}, "switch"});
    edits.emplace_back(Rename{project.assets[1]->id, {}, {}, "Switch"});
    edits.emplace_back(AddLayer{"struct"});
    project = withEdits(project, edits)->project;
    QVERIFY(writeFileAtomically(project_.toStdString(), projectText(project)));
    expected_ = nameConstants(project);
  }

  void identifiersAreValidAndNeverEqual() {
    std::set<std::string> identifiers;
    for (const NameConstant& one : expected_) {
      QVERIFY2(identifiers.insert(one.identifier).second, one.identifier.c_str());
      for (const char c : one.identifier) {
        QVERIFY2((c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_',
                 one.identifier.c_str());
      }
      for (const char c : one.note) QVERIFY(c >= ' ' && c < 0x7F && c != '*' && c != '\\');
    }
    QVERIFY(identifiers.count("ASSET_SWITCH") == 1 && identifiers.count("ASSET_SWITCH_2") == 1);
    QVERIFY(identifiers.count("LAYER_STRUCT") == 1);
    QVERIFY(identifiers.count("FRAME_G_U00E4_RTNER") == 1);
  }

  void everyLanguageTakesThemAndGivesTheNamesBack_data() {
    QTest::addColumn<int>("language");
    for (std::size_t i = 0; i < kLanguageWords.size(); ++i) {
      QTest::newRow(kLanguageWords[i].data()) << static_cast<int>(i);
    }
  }

  void everyLanguageTakesThemAndGivesTheNamesBack() {
    QFETCH(int, language);
    const Tool tool = toolOf(static_cast<Language>(language));
    const QString word = kLanguageWords[static_cast<std::size_t>(language)].data();
    const QString file = scratch_->qpath("code/" + tool.file);
    const CliResult result =
        runCli({"constants", project_, "--language", word, "--out", file, "--json"});
    QCOMPARE(result.exitCode, 0);
    const json list = result.json()["constants"];
    QCOMPARE(list.size(), expected_.size());
    if (QStandardPaths::findExecutable(tool.program).isEmpty()) {
      QSKIP(qPrintable(tool.program + " is not installed: what it makes of them is not known"));
    }
    QString text = tool.head;
    QByteArray wanted;
    for (const NameConstant& one : expected_) {
      text += tool.each.arg(QString::fromStdString(one.identifier));
      wanted += QByteArray::fromStdString(one.name) + '\0';
    }
    scratch_->write("code/" + tool.main.toStdString(), (text + tool.foot).toStdString());
    if (!tool.build.isEmpty()) call(tool.build);
    QCOMPARE(call(tool.run), wanted);
  }

  void theyLieBesideTheParcelWhereTheProfileAsksForIt() {
    const Scratch own;
    const std::string file = demoCopy(own).toStdString();
    QCOMPARE(
        runCli({"constants", QString::fromStdString(file), "--beside-parcel", "lua,cpp"}).exitCode,
        0);
    QVERIFY(defaultProfile(*readProject(file)).constants ==
            (std::vector<Language>{Language::Cpp, Language::Lua}));
    const QString parcel = scratch_->qpath("parcel");
    const QString path = QString::fromStdString(file);
    QCOMPARE(runCli({"pack", path, "--out", parcel}).exitCode, 0);
    const auto text = readFile((parcel + "/names.hpp").toStdString(), 1LL << 20);
    QVERIFY(text && text->find("ASSET_CHR_KEEPER = \"chr_keeper\";") != std::string::npos);
    QVERIFY(QFile::exists(parcel + "/names.lua"));
    QCOMPARE(runCli({"verify", parcel, "--project", path}).exitCode, 0);
    // Packed again into the same folder; changes in it are reported.
    QCOMPARE(runCli({"pack", path, "--out", parcel}).exitCode, 0);
    scratch_->write("parcel/names.lua", "return {}\n");
    QCOMPARE(runCli({"verify", parcel}).exitCode, 1);
    QCOMPARE(runCli({"verify", parcel, "--project", path}).exitCode, 1);
  }

 private:
  std::unique_ptr<Scratch> scratch_;
  QString project_;
  std::vector<NameConstant> expected_;
};
AMBER_TEST(ConstantsCliTest);

#include "constants_cli_tests.moc"
